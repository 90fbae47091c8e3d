import type { Schemas } from '../api/client';

export type ForceLine = {
  label: string;
  positions: number[];
  forces: number[];
  /** The same without the waves of the sections, where that is known. */
  smoothed?: number[];
  kind: 'main' | 'before';
};
export type Pinned = { height: number; outcome?: string | null; force?: number | null; current: boolean };

/** A profile of the core as a line of the drawing. */
export function lineOf(profile: Schemas['ProfileOut'], label: string, kind: ForceLine['kind']): ForceLine {
  const { positions_in: positions, net_hand_force_lb: forces, smoothed_lb: smoothed } = profile;
  return { label, positions, forces, smoothed, kind };
}

/** The lines with their waves smoothed out, those that can be. */
export function smooth(lines: readonly ForceLine[]): ForceLine[] {
  return lines.map((line) => ({ ...line, forces: line.smoothed ?? line.forces }));
}
