"""Backups as JSON."""

from typing import Any

from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from server.backups.selectors import BackupFolder, BackupRow, Health


class BackupRowSerializer(DataclassSerializer[BackupRow]):
    class Meta:
        dataclass = BackupRow


class HealthSerializer(DataclassSerializer[Health]):
    class Meta:
        dataclass = Health


class BackupFolderSerializer(DataclassSerializer[BackupFolder]):
    class Meta:
        dataclass = BackupFolder


class PassphraseSerializer(serializers.Serializer[Any]):
    """With a passphrase the backup is locked, or a locked one is opened; blanks count."""

    passphrase = serializers.CharField(max_length=200, required=False, default="", allow_blank=True, trim_whitespace=False)


class RestoreSerializer(PassphraseSerializer):
    """One backup of the folder, by its name."""

    name = serializers.CharField(max_length=200)


class RestoreFileSerializer(PassphraseSerializer):
    file = serializers.FileField()


class RestoredSerializer(serializers.Serializer[Any]):
    """What is here now, and under which name what was here before is kept."""

    made_at = serializers.DateTimeField()
    lots = serializers.IntegerField()
    trials = serializers.IntegerField()
    looks = serializers.IntegerField()
    photos = serializers.IntegerField()
    kept = serializers.CharField()
