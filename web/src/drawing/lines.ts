import type { Schemas } from '../api/client';

export type ForceLine = { label: string; positions: number[]; forces: number[]; kind: 'main' | 'before' };
export type Pinned = { height: number; outcome?: string | null; force?: number | null; current: boolean };

/** A profile of the core as a line of the drawing. */
export function lineOf(profile: Schemas['ProfileOut'], label: string, kind: ForceLine['kind']): ForceLine {
  return { label, positions: profile.positions_in, forces: profile.net_hand_force_lb, kind };
}
