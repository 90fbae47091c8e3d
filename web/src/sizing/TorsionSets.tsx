import { useQuery } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { shopListsQuery, sizeQuery } from '../api/queries';
import { type ForceLine, lineOf } from '../drawing/SideView';
import { SideViewOf } from '../drawing/SideViewOf';
import { Choice } from '../ui/buttons';
import { Figure, Label, Quiet, Split, Stack } from '../ui/layout';
import { Loading, Refused } from '../ui/states';
import { setWords } from '../ui/words';
import { Carries } from './Carries';
import { Compare } from './Compare';
import { SetItem, Springs } from './SetItem';

type SpringSet = Schemas['SetOut'];
type Props = {
  question: Schemas['SizeQuestion'];
  isChosen?: (set: SpringSet) => boolean;
  children?: (picked: SpringSet | undefined) => ReactNode;
  /** One column, the drawing first: where the sets stand beside something else. */
  column?: boolean;
};

const Figures = styled.div`display: flex; gap: 40px; flex-wrap: wrap;`;
/** The drawing stays in sight while the list beside it is walked through. */
const Beside = styled.div`min-width: 0; @media (min-width: 1001px) { position: sticky; top: 8px; }`;
const List = styled.div`display: grid; gap: 7px;`;
const More = styled.button.attrs({
  type: 'button',
})`all: unset; cursor: pointer; color: var(--action); text-decoration: underline; min-height: 48px; display: grid; align-items: center; &:focus-visible { outline: 3px solid var(--action); }`;
const NONE = () => false;

/** What is on the door, what belongs on it, and the sets to choose from. */
export function TorsionSets({ question, isChosen = NONE, children, column = false }: Props) {
  const [highlight, setHighlight] = useState(0);
  const [shown, setShown] = useState(6);
  const [fromVan, setFromVan] = useState(false);
  const lists = useQuery(shopListsQuery);
  const asked = { ...question, options: { ...question.options, from_van_only: fromVan } };
  const size = useQuery(sizeQuery(asked));
  if (size.isPending) return <Loading />;
  if (size.isError) return <Refused wrong={size.error} />;
  const { ideal, sets, on_door: there, found } = size.data;
  const picked = sets[highlight];
  const lines: ForceLine[] = [
    ...(there ? [lineOf(there.profile, 'springs on the door now', 'before')] : []),
    ...(picked ? [lineOf(picked.profile, `with ${setWords(picked.springs, picked.duplex)}`, 'main')] : []),
  ];
  const hasVan = lists.data?.some((one) => one.kind === 'van');
  return (
    <Split $left="minmax(320px, 410px)" $column={column}>
      <Stack>
        <h2>Pick the springs</h2>
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
            {size.data.on_door_carries && <Carries carried={size.data.on_door_carries} />}
            {there.parts.length > 1 && <Springs set={there} />}
            <Compare question={{ ...question, on_door: there.springs }} />
          </>
        )}
        <Label>Sets that carry this door</Label>
        {hasVan && (
          <Choice
            aria-pressed={fromVan}
            onPress={() => {
              setFromVan(!fromVan);
              setHighlight(0);
            }}
          >
            Only what is in the van
          </Choice>
        )}
        {sets.length === 0 && (
          <Quiet>
            {fromVan
              ? 'Nothing in the van comes within 3 % of this rate.'
              : 'No stock size comes within 3 % of this rate and fits the shaft. Check the weight, the drum and the room.'}
          </Quiet>
        )}
        <List role="group" aria-label="Sets that carry this door">
          {sets.slice(0, shown).map((set, place) => (
            <SetItem
              key={setWords(set.springs, set.duplex)}
              set={set}
              chosen={isChosen(set)}
              open={place === highlight}
              pick={() => setHighlight(place)}
            />
          ))}
        </List>
        {shown < sets.length && (
          <More onClick={() => setShown(sets.length)}>
            Show {sets.length} of the {found} sets within 3 %
          </More>
        )}
      </Stack>
      <Beside>
        <SideViewOf setup={question} lines={lines} friction={size.data.usual_friction_lb} />
      </Beside>
      {children?.(picked)}
    </Split>
  );
}
