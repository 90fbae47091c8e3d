import type { ReactElement } from 'react';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { Hinges, Rope } from './doorHardware';
import { Chain, Collar, Header, Lock, Module, Monitor, Rail, Screw, Stop, Trolley } from './openerAssembly';
import { Arm, Eyes, Pulley, Strap, Strut, Tension } from './ropesAndBeams';
import { Clamp, Drum, Gaps, Hand, Line } from './shaftAndTrack';
import { Bar, Gap } from './springAndBar';

const Drawing = styled.svg`display: block; width: 100%; background: var(--sheet); border: 1px solid var(--line);
  text { font: 600 13px Barlow, sans-serif; fill: var(--ink); } .heavy { stroke: var(--ink); stroke-width: 2; fill: none; }
  .thin { stroke: var(--ink); stroke-width: 1.2; fill: none; } .body { stroke: var(--ink); stroke-width: 1.4; fill: var(--steel); }
  .rope { stroke: var(--action); stroke-width: 1.6; fill: none; } .mark { stroke: var(--action); stroke-width: 2.4; fill: none; }
  .middle { text-anchor: middle; } .end { text-anchor: end; }`;

type Name = Exclude<Schemas['StepState']['draw'], ''>;

const DRAWN: Record<Name, { says: string; draw: () => ReactElement }> = {
  clamp: { says: 'A clamp on the track, right above a roller', draw: Clamp },
  drum: { says: 'A drum on the shaft, against the bearing, its screws inward', draw: Drum },
  hand: { says: 'From inside: right-hand wound on the left, left-hand wound on the right', draw: Hand },
  line: { says: 'A line along the spring goes round once for each turn', draw: Line },
  gaps: { says: 'Gaps beside the door: three quarters of an inch, three eighths to the stop', draw: Gaps },
  pulley: { says: 'The cable of an extension spring: bottom bracket, front pulley, spring pulley, hook', draw: Pulley },
  strap: { says: 'Hub, strap and plates: each plate half round from the last', draw: Strap },
  strut: { says: 'A strut across the whole top section, the bracket on its middle', draw: Strut },
  eyes: { says: 'Both eyes at most six inches above the floor, facing each other', draw: Eyes },
  tension: { says: 'Where chain or belt hangs at the middle of the rail', draw: Tension },
  arm: { says: 'The arm no more than thirty degrees off the vertical with the door closed', draw: Arm },
  rail: { says: 'Sections of the rail pushed together, the pulley at the door end', draw: Rail },
  trolley: { says: 'The trolley on its rail, its arrow to the door', draw: Trolley },
  chain: {
    says: 'The chain flat, its joining link with plate and clip; a belt with its teeth to the rail',
    draw: Chain,
  },
  stop: { says: 'A stop on the rail before the head, which the carriage meets first', draw: Stop },
  header: { says: 'The header bracket above the highest point of the travel', draw: Header },
  collar: { says: 'The collar on the shaft, a quarter inch or more from the bearing plate', draw: Collar },
  lock: { says: 'The hole of the lock three and a quarter inches above a roller', draw: Lock },
  monitor: { says: 'The roller of the slack-cable monitor over the cable, below the drum', draw: Monitor },
  module: { says: 'The travel module: its two tabs are levered', draw: Module },
  screw: { says: 'A limit screw: a turn clockwise gives about three inches more', draw: Screw },
  hinges: { says: 'Hinge numbers rise from the bottom; the roller goes by the size of the track', draw: Hinges },
  bar: { says: 'A winding bar seated to its mark in the cone, stood beside its plane', draw: Bar },
  gap: { says: 'A gap in the coil, and a cable that hangs slack', draw: Gap },
  rope: { says: 'Pull rope and lock bar, both off', draw: Rope },
};

/** What words cannot show of a step. */
export function StepDrawing({ of }: { of: Schemas['StepState']['draw'] }) {
  if (of === '') return null;
  const { says, draw: Drawn } = DRAWN[of];
  return (
    <Drawing viewBox="0 0 420 150" role="img" aria-label={says}>
      <Drawn />
    </Drawing>
  );
}
