import type { ReactNode } from 'react';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { lineOf } from '../drawing/lines';
import { SideViewOf } from '../drawing/SideViewOf';
import { Caution, Figure, Figures, Label, Split, STAYS, Stack } from '../ui/layout';
import { plain, unitSaid } from '../ui/units';
import { Carries } from './Carries';
import { Compare } from './Compare';
import { SetDetails, SideBySide, Springs } from './SetDetails';
import { SetTable } from './SetTable';
import { SpringOffers } from './SpringOffers';
import type { AskedSets } from './setOptions';

type SpringSet = Schemas['SetOut'];

type Props = {
  setup: Pick<Schemas['Setup'], 'door' | 'track' | 'drum'>;
  answer: Schemas['SizeAnswer'];
  compared?: Schemas['CompareAnswer'] | null | undefined;
  asked: AskedSets;
  /** Whether the shop has a list of what is in the van. */
  hasVan: boolean;
  /** What stands in doubt, in sentences. */
  doubts?: string[];
  chosen?: string | undefined;
  children?: (picked: SpringSet | undefined) => ReactNode;
  /** One column, the drawing first: where the sets stand beside something else. */
  column?: boolean;
};

/** The drawing stays in sight while the list beside it is walked through. */
const Beside = styled.div<{ $column: boolean }>`min-width: 0; display: grid; gap: 14px;
  ${({ $column }) => ($column ? '' : `@media (min-width: 1001px) { ${STAYS} }`)}`;

const Compared = styled.details`display: grid; gap: 10px; summary { cursor: pointer; min-height: 48px; display: flex; align-items: center; text-decoration: underline; }`;

/** What is on the door, what belongs on it, what sets them apart; and every set there is to choose from. */
export function TorsionSets(props: Props) {
  const { setup, answer, compared, asked, hasVan, doubts = [], chosen, children, column = false } = props;
  const { ideal, sets, on_door: there, difference, advised } = answer;
  const picked = sets.find((set) => set.id === asked.options.option) ?? answer.picked ?? sets[0];
  const lines = [
    ...(there ? [lineOf(there.profile, 'springs on the door now', 'before')] : []),
    ...(picked ? [lineOf(picked.profile, `with ${picked.said.springs}`, 'main')] : []),
  ];
  return (
    <Split $left="minmax(320px, 1.05fr)" $column={column}>
      <Stack>
        <h2>Pick the springs</h2>
        {doubts.map((doubt) => (
          <Caution key={doubt}>{doubt}</Caution>
        ))}
        {answer.on_door_carries && (
          <Stack $gap={2}>
            <Label>On the door now</Label>
            <Carries carried={answer.on_door_carries} />
          </Stack>
        )}
        {answer.offers && answer.offers.length > 1 && (
          <SpringOffers offers={answer.offers} picked={picked?.id} pick={(option) => asked.ask({ option })} />
        )}
        {there && difference && picked === sets[0] && <p>{difference}</p>}
        {there && (
          <>
            {there.parts.length > 1 && <Springs set={there} />}
            {compared && <Compare compared={compared} openAtOnce={setup.track.lift === 'low_headroom'} />}
          </>
        )}
        {there ? (
          <Compared>
            <summary>Compared with what hangs there</summary>
            <SideBySide
              sets={[
                { name: 'On the door now', set: there },
                { name: advised && picked === sets[0] ? 'Advised' : 'Picked', set: picked },
              ]}
            />
          </Compared>
        ) : (
          <Figures>
            <Figure>
              {plain(ideal.rate_lbin_per_turn, 'lb·in', 1)}
              <small>{unitSaid('lb·in')} per turn needed</small>
            </Figure>
            <Figure>
              {ideal.quarter_turns}
              <small>quarter-turns each</small>
            </Figure>
          </Figures>
        )}
        {answer.remedies && answer.remedies.length > 0 && (
          <Caution role="note">
            No set lasts as long as wished.
            <ul>
              {answer.remedies.map((one) => (
                <li key={one.sentence}>{one.sentence}</li>
              ))}
            </ul>
          </Caution>
        )}
        <Label>Sets that carry this door</Label>
        <SetTable answer={answer} asked={asked} highlight={picked?.id} chosen={chosen} hasVan={hasVan} />
      </Stack>
      <Beside $column={column}>
        <SideViewOf setup={setup} lines={lines} friction={answer.usual_friction_lb} />
        {picked && <SetDetails set={picked} />}
      </Beside>
      {children?.(picked)}
    </Split>
  );
}
