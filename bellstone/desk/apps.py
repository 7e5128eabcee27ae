from django.apps import AppConfig


class DeskConfig(AppConfig):
    name = "bellstone.desk"
    label = "desk"
