"""The data folder kept whole: who may use it, copies of it, what is wrong with it, and putting a copy back. No Django."""

from bellstone.desk.keeping.backup import back_up, daily, kept_backups
from bellstone.desk.keeping.database import Checked, checked, laterals, salvaged
from bellstone.desk.keeping.doctor import Finding, doctor
from bellstone.desk.keeping.folder import (
    Refused,
    data_folder,
    database_in,
    held,
    key_of,
    prepare,
    running_at,
    secret_of,
)
from bellstone.desk.keeping.restore import begin_anew, restore

__all__ = [
    "Checked",
    "Finding",
    "Refused",
    "back_up",
    "begin_anew",
    "checked",
    "daily",
    "data_folder",
    "database_in",
    "doctor",
    "held",
    "kept_backups",
    "key_of",
    "laterals",
    "prepare",
    "restore",
    "running_at",
    "salvaged",
    "secret_of",
]
