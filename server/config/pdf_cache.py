"""Pages that were drawn, kept on this machine as long as they take little room."""

import os

from django.core.cache.backends.filebased import FileBasedCache

MOST_BYTES = 100 * 1024 * 1024


class PdfCache(FileBasedCache):
    """Django's cache in files, bounded by what they take and not by how many they are: the oldest go first."""

    def _cull(self) -> None:
        there = []
        for one in self._list_cache_files():  # type: ignore[attr-defined]
            try:
                told = os.stat(one)
            except FileNotFoundError:
                continue
            there.append((told.st_mtime, told.st_size, one))
        room = MOST_BYTES
        for _, size, one in sorted(there, reverse=True):
            room -= size
            if room < 0:
                self._delete(one)  # type: ignore[attr-defined]
