import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { extensionQuery } from '../api/queries';
import { lineOf } from '../drawing/SideView';
import { SideViewOf } from '../drawing/SideViewOf';
import { Caution, Figure, Items, Label, Quiet, Split, Stack } from '../ui/layout';
import { Loading, Refused } from '../ui/states';
import { cycles, feet, tape, years } from '../ui/words';

const Figures = styled.div`display: flex; gap: 40px; flex-wrap: wrap;`;
const Facts = styled.dl`display: grid; grid-template-columns: auto 1fr; gap: 4px 18px; margin: 0; dt { color: var(--quiet); } dd { margin: 0; font-weight: 500; }`;

type Answer = Schemas['ExtensionAnswer'];
type Props = { question: Schemas['ExtensionQuestion']; children?: (answer: Answer) => ReactNode; column?: boolean };

/** The class that holds the door, its set-up and cables, and the balance it gives. */
export function PairSets({ question, children, column = false }: Props) {
  const found = useQuery(extensionQuery(question));
  if (found.isPending) return <Loading />;
  if (found.isError) return <Refused wrong={found.error} />;
  const { pair, on_door: there, on_door_carries_lb: carries } = found.data;
  const lines = [
    ...(there ? [lineOf(there, 'pair on the door now', 'before' as const)] : []),
    lineOf(pair.profile, `with the ${pair.class_lb} lb pair`, 'main' as const),
  ];
  return (
    <Split $left="minmax(320px, 410px)" $column={column}>
      <Stack>
        <h2>Pick the pair</h2>
        <Figures>
          <Figure>
            {pair.class_lb}
            <small>
              lb: the class for over {pair.from_lb} up to {pair.class_lb} lb
            </small>
          </Figure>
          <Figure>
            {tape(pair.open_stretch_in)}
            <small>stretch at open, both sides alike</small>
          </Figure>
        </Figures>
        {carries != null && <Quiet>The pair on the door now carries {Math.round(carries)} lb at the floor.</Quiet>}
        <Caution>A spring without a safety cable flies when it breaks: cables are part of the set.</Caution>
        <Label>Set-up, each side</Label>
        <Facts>
          <Fact name="Stretch, door closed" says={tape(pair.closed_stretch_in)} />
          <Fact name="Lifting cable" says={feet(pair.lifting_cable_in)} />
          <Fact name="Safety cable" says={feet(pair.safety_cable_in)} />
          <Fact name="Rear hang" says={`${tape(pair.rear_hang_above_door_in)} above the door's top`} />
          <Fact name="Pull" says={`${pair.rate_lb_per_in.toFixed(2)} lb per inch`} />
          <Fact
            name="Lasts, as usually sold"
            says={[cycles(pair.life_cycles), ...(pair.life_years ? [years(pair.life_years)] : [])].join(', ')}
          />
          <Fact
            name="Worst places"
            says={`${Math.round(pair.profile.worst_heavy_lb)} lb ▼ at ${feet(pair.profile.worst_heavy_height_in)}, ${Math.round(-pair.profile.worst_hot_lb)} lb ▲ at ${feet(pair.profile.worst_hot_height_in)}`}
          />
        </Facts>
        <Label>Replace together</Label>
        <Items>
          {pair.parts.map((part) => (
            <li key={part}>{part}</li>
          ))}
        </Items>
      </Stack>
      <SideViewOf setup={question} carrier={{ extension: pair.pair }} lines={lines} />
      {children?.(found.data)}
    </Split>
  );
}

export function Fact({ name, says }: { name: string; says: string }) {
  return (
    <>
      <dt>{name}</dt>
      <dd>{says}</dd>
    </>
  );
}
