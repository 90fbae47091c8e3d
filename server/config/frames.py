"""Messages of several parts over a pipe, to a process that works apart."""

import struct
from collections.abc import Sequence
from typing import BinaryIO

LENGTH = struct.Struct(">I")


def told(stream: BinaryIO, parts: Sequence[bytes]) -> None:
    """Send a message of several parts."""
    stream.write(LENGTH.pack(len(parts)))
    for part in parts:
        stream.write(LENGTH.pack(len(part)) + part)
    stream.flush()


def heard(stream: BinaryIO) -> list[bytes]:
    """The next message. Raises EOFError where there is none, or not all of it."""

    def exactly(size: int) -> bytes:
        got = stream.read(size)
        if len(got) < size:
            raise EOFError
        return got

    (count,) = LENGTH.unpack(exactly(LENGTH.size))
    return [exactly(LENGTH.unpack(exactly(LENGTH.size))[0]) for _ in range(count)]
