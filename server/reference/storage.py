"""Where photos lie: each is whole and on the disk before the record that names it."""

from pathlib import Path
from typing import Any

from django.core.files import File
from django.core.files.storage import FileSystemStorage

from server.record_kinds.disk import write_whole


class WholeFiles(FileSystemStorage):
    """Django's folder, but a full disk or a power cut leaves no empty or half file behind."""

    def _save(self, name: str, content: "File[Any]") -> str:
        def write(out: Any) -> None:
            for chunk in content.chunks():
                out.write(chunk)

        write_whole(Path(self.path(name)), write)
        return name
