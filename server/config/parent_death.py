"""A process that ends with the one that started it, however that one ends."""

import ctypes
import os
import signal
import subprocess
from collections.abc import Callable

PR_SET_PDEATHSIG = 1  # linux/prctl.h


def end_with(parent: int, how: signal.Signals) -> None:
    """Have the kernel send `how` to this process when `parent` ends; at once when it has ended already."""
    ctypes.CDLL(None).prctl(PR_SET_PDEATHSIG, how)
    if os.getppid() != parent:
        os.kill(os.getpid(), how)


def tied(how: signal.Signals) -> Callable[[], None]:
    """What a child of this process runs before anything else, so that it ends with this one."""
    parent = os.getpid()
    return lambda: end_with(parent, how)


def lives(child: subprocess.Popen[bytes]) -> bool:
    """Whether a child of this process still runs.

    Its own `poll` takes a lock to ask: a Ctrl-C in the middle of that would leave it taken, and whoever stops the child waiting for good.
    """
    try:
        return os.waitid(os.P_PID, child.pid, os.WEXITED | os.WNOHANG | os.WNOWAIT) is None
    except ChildProcessError:  # its end was told already
        return False
