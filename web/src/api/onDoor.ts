import type { Schemas } from './client';

/** What carries a door: one of its kinds. */
export type OnDoor = NonNullable<Schemas['Sheet']['on_door']>;
type Maybe = OnDoor | null | undefined;

/** Its torsion springs; nothing where something else carries the door. */
export const torsionOn = (on: Maybe) => (on?.kind === 'torsion' ? on : undefined);

/** Its extension pair, where one carries the door and is known. */
export const pairOn = (on: Maybe) => (on?.kind === 'extension' ? (on.pair ?? null) : null);

/** Its counterweight, where one carries the door and is known. */
export const stackOn = (on: Maybe) => (on?.kind === 'counterweight' ? (on.stack ?? null) : null);
