import { type ReactNode, useState } from 'react';
import { ToggleButton } from 'react-aria-components';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { lineOf } from '../drawing/lines';
import { SideViewOf } from '../drawing/SideViewOf';
import { LinkButton, toggle } from '../ui/buttons';
import { Caution, Figure, Figures, Label, Quiet, Split, Stack } from '../ui/layout';
import { Carries } from './Carries';
import { Compare } from './Compare';
import { SetItem, Springs } from './SetItem';

type SpringSet = Schemas['SetOut'];
type Props = {
  setup: Pick<Schemas['Setup'], 'door' | 'track' | 'drum'>;
  answer: Schemas['SizeAnswer'];
  compared?: Schemas['CompareAnswer'] | null | undefined;
  /** Whether the list holds only what is in the van; nothing where the shop has no list of it. */
  van?: { only: boolean; set: (only: boolean) => void } | undefined;
  /** What stands in doubt, in sentences. */
  doubts?: string[];
  chosen?: string | undefined;
  /** How to keep what hangs there, where it can be kept. */
  keep?: ReactNode;
  children?: (picked: SpringSet | undefined) => ReactNode;
  /** One column, the drawing first: where the sets stand beside something else. */
  column?: boolean;
};

/** The drawing stays in sight while the list beside it is walked through. */
const Beside = styled.div`min-width: 0; @media (min-width: 1001px) { position: sticky; top: 8px; }`;
const List = styled.div`display: grid; gap: 7px;`;
const Only = styled(ToggleButton)`${toggle}`;

/** What is on the door, what belongs on it, and the sets to choose from. */
export function TorsionSets(props: Props) {
  const { setup, answer, compared, van, doubts = [], chosen, keep, children, column = false } = props;
  const { ideal, sets, on_door: there, found, none_words } = answer;
  const [highlight, setHighlight] = useState(chosen);
  const [shown, setShown] = useState(6);
  const picked = sets.find((set) => set.id === highlight) ?? sets[0];
  const lines = [
    ...(there ? [lineOf(there.profile, 'springs on the door now', 'before')] : []),
    ...(picked ? [lineOf(picked.profile, `with ${picked.said.springs}`, 'main')] : []),
  ];
  return (
    <Split $left="minmax(320px, 410px)" $column={column}>
      <Stack>
        <h2>Pick the springs</h2>
        {doubts.map((doubt) => (
          <Caution key={doubt}>{doubt}</Caution>
        ))}
        <Figures>
          <Figure>
            {ideal.rate_lbin_per_turn.toFixed(1)}
            <small>lb·in per turn needed</small>
          </Figure>
          <Figure>
            {ideal.quarter_turns}
            <small>quarter-turns each</small>
          </Figure>
        </Figures>
        {there && (
          <>
            <Label>On the door now</Label>
            <SetItem set={there} />
            {answer.on_door_carries && <Carries carried={answer.on_door_carries} />}
            {there.parts.length > 1 && <Springs set={there} />}
            {compared && <Compare compared={compared} openAtOnce={setup.track.lift === 'low_headroom'} />}
          </>
        )}
        {keep}
        <Label>Sets that carry this door</Label>
        {van && (
          <Only isSelected={van.only} onChange={van.set}>
            Only what is in the van
          </Only>
        )}
        {none_words && <Quiet>{none_words}</Quiet>}
        <List role="group" aria-label="Sets that carry this door">
          {sets.slice(0, shown).map((set) => (
            <SetItem
              key={set.id}
              set={set}
              chosen={set.id === chosen}
              open={set.id === picked?.id}
              pick={() => setHighlight(set.id)}
            />
          ))}
        </List>
        {shown < sets.length && (
          <LinkButton onPress={() => setShown(sets.length)}>
            Show {sets.length} of the {found} sets within 3 %
          </LinkButton>
        )}
      </Stack>
      <Beside>
        <SideViewOf setup={setup} lines={lines} friction={answer.usual_friction_lb} />
      </Beside>
      {children?.(picked)}
    </Split>
  );
}
