"""What the desk keeps: one record a lateral and every change to it, schemes, and how tables were read."""

from typing import Any

from django.conf import settings
from django.db import models
from django.utils import timezone


class StoredLateral(models.Model):
    """A lateral's record as JSON, with the columns lists are made of: worked out when it is saved."""

    record = models.TextField()
    version = models.PositiveIntegerField(default=1)
    name = models.CharField(max_length=120)
    verdict = models.CharField(max_length=20)
    worst = models.PositiveSmallIntegerField(null=True)
    soundness = models.FloatField(null=True)
    unseen_ft = models.FloatField(null=True)
    visit = models.CharField(max_length=40, default="")
    due = models.CharField(max_length=10, default="")
    summary = models.JSONField(default=dict)
    changed = models.DateTimeField(default=timezone.now)
    archived = models.BooleanField(default=False)
    binned = models.DateTimeField(null=True)  # since when it is in the bin
    was: str | None = None  # the record that an edit put another in the place of; not a column

    class Meta:
        ordering = ["-changed", "-id"]
        # a row is as long as its record: a shelf is sorted from these alone, and only a page of rows is read
        indexes = [
            models.Index(fields=["archived", "binned", column], name=f"shelf_by_{column}")
            for column in ("changed", "name", "verdict", "worst", "soundness", "unseen_ft", "visit", "due")
        ]


class FoundBy(models.Model):
    """The words a lateral is found by, beside its long row: worked out when it is saved."""

    lateral = models.OneToOneField(StoredLateral, on_delete=models.CASCADE, primary_key=True, related_name="found_by")
    words = models.TextField()


class Change(models.Model):
    """One edit: JSON Patch forward and back, in order; ``undone`` while it is taken back."""

    lateral = models.ForeignKey(StoredLateral, on_delete=models.CASCADE, related_name="changes")
    who = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL)
    when = models.DateTimeField(auto_now_add=True)
    version = models.PositiveIntegerField()
    words = models.CharField(max_length=300)
    forward = models.TextField()
    back = models.TextField()
    undone = models.BooleanField(default=False)

    class Meta:
        ordering = ["id"]


class Signed(models.Model):
    """A lateral as it stood when somebody signed it: never changed, never deleted."""

    lateral = models.ForeignKey(StoredLateral, on_delete=models.PROTECT, related_name="signed")
    number = models.PositiveIntegerField()
    by = models.CharField(max_length=80)
    on = models.DateField()
    scheme = models.CharField(max_length=120)
    house_rules = models.CharField(max_length=80)
    product = models.CharField(max_length=40)
    digest = models.CharField(max_length=64)
    record = models.TextField()
    assessment = models.TextField()
    report = models.BinaryField()

    class Meta:
        ordering = ["-number"]
        constraints = [models.UniqueConstraint(fields=["lateral", "number"], name="one_row_a_signature")]

    def save(self, *args: Any, **kwargs: Any) -> None:
        if self.pk is not None:
            raise TypeError("a signed page is never changed")
        super().save(*args, **kwargs)


class StoredScheme(models.Model):
    """A firm's copy of the coding scheme: never changed, a change is a new version."""

    name = models.CharField(max_length=60)
    version = models.PositiveIntegerField()
    based_on = models.CharField(max_length=120)
    when = models.DateTimeField(auto_now_add=True)
    scheme = models.TextField()

    class Meta:
        ordering = ["name", "-version"]
        constraints = [models.UniqueConstraint(fields=["name", "version"], name="one_row_a_version")]


class ColumnMapping(models.Model):
    """How the columns of tables with one header were taken last, so that the next needs no asking."""

    what = models.CharField(max_length=20)
    header = models.CharField(max_length=64)  # digest of the headings
    mapping = models.JSONField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["what", "header"], name="one_mapping_a_header")]


class StoredFlush(models.Model):
    """A flush test that the engine went through, by a digest of what it was given: the same line is not run twice."""

    key = models.CharField(max_length=64, primary_key=True)
    played = models.TextField()
    when = models.DateTimeField(auto_now_add=True)


class StoredStill(models.Model):
    """A picture that a finding shows, once, by the digest of its bytes; records name it."""

    name = models.CharField(max_length=64, primary_key=True)
    jpeg = models.BinaryField()
    when = models.DateTimeField(auto_now=True)  # last put to a finding
