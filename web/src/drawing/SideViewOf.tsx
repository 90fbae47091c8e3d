import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { sideViewQuery } from '../api/queries';
import { Quiet } from '../ui/layout';
import { RadioButtons } from '../ui/RadioButtons';
import { useRemembered } from '../ui/remembered';
import { Loading, Trouble } from '../ui/states';
import { sized } from '../ui/units';
import { type ForceLine, type Pinned, smooth } from './lines';
import { SavedDrawing } from './SavedDrawing';
import { SideView } from './SideView';

const Legend = styled.ul`list-style: none; display: flex; flex-wrap: wrap; gap: 4px 22px; margin: 4px 0 0; padding: 0; font-size: 15px;
  svg { width: 34px; height: 8px; margin-right: 8px; vertical-align: middle; }`;

/** On a phone the drawing alone: what explains it would push away what is asked of it. */
const Around = styled.div`@media (max-width: 700px) { &.low > :not(:first-child), &.low > :first-child > :last-child { display: none; } }`;
const Why = styled.div`display: grid; grid-template-columns: 1fr auto; gap: 10px; align-items: center; margin-top: 6px;
  @media (max-width: 700px) { grid-template-columns: 1fr; }`;
const LINES = [
  { id: 'waves', text: 'As it is' },
  { id: 'smooth', text: 'Smoothed' },
] as const;

type Props = {
  setup: Pick<Schemas['Setup'], 'door' | 'track' | 'drum'>;
  carrier?: Carrier | undefined;
  lines: ForceLine[];
  friction?: number | undefined;
  readings?: Pinned[];
  /** How long the opener's rail is, where one hangs there [in]. */
  railIn?: number | null;
  /** Where the door stands [in], and what moves it; it is free to move where nothing is said. */
  position?: number;
  onPosition?: (inches: number) => void;
  /** As tall as a phone has room for beside what is asked of it. */
  low?: boolean;
};
type Carrier = { extension?: Schemas['ExtensionPair'] | null; counterweight?: Schemas['Stack'] | null };

/** The side view of a measured door: asks for its geometry and keeps where the door stands. */
export function SideViewOf({ setup, carrier, lines, friction, readings, railIn, low = false, ...at }: Props) {
  const doorHeight = setup.door.height_in;
  const positions = useMemo(() => {
    const inches = Array.from({ length: Math.floor(doorHeight) + 1 }, (_, inch) => inch);
    return doorHeight % 1 ? [...inches, doorHeight] : inches;
  }, [doorHeight]);
  const { door, track, drum } = setup;
  const view = useQuery(
    sideViewQuery({
      door,
      track,
      drum: carrier?.extension ? null : (drum ?? null),
      extension: carrier?.extension ?? null,
      counterweight: carrier?.counterweight ?? null,
      rail_in: railIn ?? null,
      positions_in: positions,
    }),
  );
  const [waves, setWaves] = useRemembered('line', ['waves', 'smooth']);
  const [free, setFree] = useState(Math.min(36, doorHeight));
  const { position = free, onPosition = setFree } = at;
  if (view.isPending) return <Loading />;
  if (view.isLoadingError) return <Trouble wrong={view.error} retry={() => view.refetch()} />;
  return (
    <Around className={low ? 'low' : ''}>
      <SavedDrawing name="side-view">
        <SideView
          view={view.data}
          positions={positions}
          doorHeight={doorHeight}
          lines={waves === 'smooth' ? smooth(lines) : lines}
          friction={friction}
          readings={readings ?? []}
          position={position}
          onPosition={onPosition}
          low={low}
        />
      </SavedDrawing>
      <Legend>
        {lines.map((line) => (
          <li key={line.label}>
            <svg viewBox="0 0 34 8" aria-hidden="true">
              <path
                d="M0 4H34"
                stroke={line.kind === 'main' ? 'var(--ink)' : 'var(--heavy)'}
                strokeWidth={line.kind === 'main' ? 2.6 : 1.8}
                strokeDasharray={line.kind === 'main' ? undefined : '6 4'}
              />
            </svg>
            {line.label}
          </li>
        ))}
        {friction ? <li>green band: friction holds it, about {sized(friction, 'lb')}</li> : null}
      </Legend>
      {lines.some((line) => line.smoothed) && (
        <Why>
          <Quiet>{view.data.explains.join(' ')}</Quiet>
          <RadioButtons label="The line" flow value={waves} pick={setWaves} options={LINES} />
        </Why>
      )}
    </Around>
  );
}
