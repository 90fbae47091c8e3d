"""What the door needs: the lift that holds it at each height of its bottom edge.

The door is a chain of rigid sections whose joints ride on the track. With the bottom edge moved by
s, the potential energy is U(s) = Σ wᵢ·zᵢ(s), and the required lift is F(s) = dU/ds. The derivative
is exact: each rigid section couples the travel of its two joints. Derivation: virtual work, any
textbook of statics.
"""

from __future__ import annotations

from functools import lru_cache

import numpy as np

from hinge.arrays import Floats
from hinge.door.sections import Door
from hinge.door.track import Path, Track, path_of
from hinge.errors import OutOfRangeError
from hinge.text.marks import number, say_size


def check_positions(door: Door, positions_in: Floats, where: str = "positions_in.{}") -> Floats:
    """The positions [in] as an array, refused outside 0 to the door's height with the one at fault, under the path `where`."""
    positions = np.asarray(positions_in, dtype=float)
    wrong = np.flatnonzero(~((positions >= 0) & (positions <= door.height_in)))
    if wrong.size:
        value = float(positions[wrong[0]])
        raise OutOfRangeError(
            f"The bottom edge travels from 0 to {say_size(door.height_in, 'in')}; {say_size(value, 'in')} is outside.",
            where.format(wrong[0]),
            value,
            f"0 to {number(door.height_in)}",
            "in",
        )
    return positions


def joint_distances(door: Door, path: Path, positions_in: Floats) -> Floats:
    """Path distance [in] of every joint: shape (joints, positions), bottom joint first."""
    joints = [np.asarray(positions_in, dtype=float)]
    for section_in in door.heights_in:
        joints.append(path.next_joint(joints[-1], section_in))
    return np.stack(joints)


def required_lift(door: Door, track: Track, positions_in: Floats) -> Floats:
    """Required lift F(s) by the rigid-section model.

    Parameters: `positions_in` [in], shape (n,), travel of the bottom edge, 0 = closed.
    Returns [lb], shape (n,), not to be written to. Raises OutOfRangeError for a position off the travel.
    """
    return lift_at(door, track, check_positions(door, positions_in).tobytes())


@lru_cache(maxsize=256)  # one door's readings are weighed at the same few heights over and over
def lift_at(door: Door, track: Track, positions: bytes) -> Floats:
    """The required lift [lb] at positions [in] that were checked, as the bytes of their array; remembered."""
    path = path_of(door, track)
    positions_in = np.frombuffer(positions)
    u = joint_distances(door, path, positions_in)
    x, z = path.place(u)
    angle = path.angle(u)
    along_x, along_z = np.sin(angle), np.cos(angle)
    chord_x, chord_z = np.diff(x, axis=0), np.diff(z, axis=0)
    coupling = (chord_x * along_x[:-1] + chord_z * along_z[:-1]) / (chord_x * along_x[1:] + chord_z * along_z[1:])
    travel = np.concatenate([np.ones_like(u[:1]), np.cumprod(coupling, axis=0)])
    climb = along_z * travel
    if track.lift == "low_headroom":
        # Where the bend begins below the top section's lower joint, that joint falls behind and takes the top edge with it.
        behind = door.height_in + np.minimum(positions_in, track.eased_in) - z[-2] > door.heights_in[-1]
        climb[-1] = np.where(behind, climb[-2], np.where(positions_in >= track.eased_in, 0.0, 1.0))
    weights = np.asarray(door.weights_lb)
    lift: Floats = weights @ (climb[:-1] + climb[1:]) / 2
    lift.setflags(write=False)
    return lift


def potential_energy(door: Door, track: Track, positions_in: Floats) -> Floats:
    """Potential energy U(s) of the door above the floor [in·lb], shape of `positions_in` [in]."""
    z = joint_places(door, track, positions_in)[..., 1].T
    energy: Floats = np.asarray(door.weights_lb) @ (z[:-1] + z[1:]) / 2
    return energy


def joint_places(door: Door, track: Track, positions_in: Floats) -> Floats:
    """Places of the joints: shape (positions, joints, 2), (x, z) [in]."""
    path = path_of(door, track)
    positions = check_positions(door, positions_in)
    x, z = path.place(joint_distances(door, path, positions))
    if track.lift == "low_headroom":
        x[-1], z[-1] = _top_edge(door, track, positions, x[-2], z[-2])
    return np.stack([x, z], axis=-1).transpose(1, 0, 2)


def _top_edge(door: Door, track: Track, positions_in: Floats, x_below: Floats, z_below: Floats) -> tuple[Floats, Floats]:
    z = np.minimum(door.height_in + np.minimum(positions_in, track.eased_in), z_below + door.heights_in[-1])
    reach = door.heights_in[-1] ** 2 - (z - z_below) ** 2
    return x_below + np.sqrt(np.maximum(reach, 0.0)), z
