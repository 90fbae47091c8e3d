import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { sizeQuery } from '../../api/queries';
import type { ForceLine } from '../../drawing/SideView';
import { SideViewOf } from '../../drawing/SideViewOf';
import { MainAction, PlainLink } from '../../ui/buttons';
import { Figure, Label, Quiet, Split, Stack } from '../../ui/layout';
import { Loading, Refused } from '../../ui/states';
import { cycles, feet, percent, springWords } from '../../ui/words';
import type { StageProps } from '../stageProps';

type SpringSet = Schemas['SetOut'];

const Figures = styled.div`display: flex; gap: 40px; flex-wrap: wrap;`;
const Item = styled.button`
  all: unset; box-sizing: border-box; cursor: pointer; display: grid; grid-template-columns: 1fr auto; gap: 2px 12px; width: 100%; background: var(--sheet); border: 1px solid var(--line); padding: 9px 14px;
  &[aria-pressed='true'] { border: 2px solid var(--action); box-shadow: inset 9px 0 0 var(--action); padding-left: 24px; } &:focus-visible { outline: 3px solid var(--action); outline-offset: 2px; }
  b { font: 600 22px 'Barlow Condensed', sans-serif; } small { grid-column: 1 / -1; color: var(--quiet); font-size: 15px; }
  .error { font: 600 19px 'Barlow Condensed', sans-serif; align-self: center; } &.there { border-style: dashed; cursor: default; }`;
const List = styled.div`display: grid; gap: 7px;`;

/** Which springs do I put on this door? */
export function Size({ call, go }: StageProps) {
  const { setup } = call.state;
  if (!setup) {
    return (
      <Stack>
        <h2>Pick the springs</h2>
        <Quiet>The door is not measured yet: {call.state.missing.length} numbers are missing.</Quiet>
        <div>
          <PlainLink to={`/calls/${call.call.key}/measure`}>Measure the door</PlainLink>
        </div>
      </Stack>
    );
  }
  return <Sets call={call} go={go} setup={setup} />;
}

function Sets({ call, go, setup }: StageProps & { setup: Schemas['Setup'] }) {
  const { state } = call;
  const [highlight, setHighlight] = useState(0);
  const [shown, setShown] = useState(6);
  const size = useQuery(
    sizeQuery({ ...setup, cycles: state.cycles_wanted, ...(state.on_door.length ? { on_door: state.on_door } : {}) }),
  );
  if (size.isPending) return <Loading />;
  if (size.isError) return <Refused wrong={size.error} />;
  const { ideal, sets, on_door: there, found } = size.data;
  const picked = sets[highlight];
  const chosen = state.chosen;
  const isChosen = (set: SpringSet) =>
    chosen !== null &&
    springWords(set.springs[0] ?? (chosen.springs[0] as Schemas['SpringIn'])) ===
      springWords(chosen.springs[0] as Schemas['SpringIn']);
  const lines: ForceLine[] = [];
  if (there)
    lines.push({
      label: 'springs on the door now',
      positions: there.profile.positions_in,
      forces: there.profile.net_hand_force_lb,
      kind: 'before',
    });
  if (picked)
    lines.push({
      label: `with ${springWords(picked.springs[0] as Schemas['SpringIn'])}`,
      positions: picked.profile.positions_in,
      forces: picked.profile.net_hand_force_lb,
      kind: 'main',
    });
  const use = () => {
    if (!picked) return;
    if (!isChosen(picked)) call.enter({ kind: 'chosen', springs: picked.springs, quarter_turns: picked.quarter_turns });
    go('repair');
  };
  return (
    <Split $left="minmax(320px, 390px)">
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
            <Item as="div" className="there">
              <b>{there.springs.map(springWords).join(' + ')}</b>
              <ErrorMark share={there.rate_error} />
              <small>{cycles(there.life_cycles)} when new, on this door</small>
            </Item>
          </>
        )}
        <Label>Sets that carry this door</Label>
        {sets.length === 0 && (
          <Quiet>No stock size comes within 3 % of this rate. Check the weight and the drum.</Quiet>
        )}
        <List role="group" aria-label="Sets that carry this door">
          {sets.slice(0, shown).map((set, place) => (
            <Item
              key={springWords(set.springs[0] as Schemas['SpringIn'])}
              type="button"
              aria-pressed={place === highlight}
              onClick={() => setHighlight(place)}
            >
              <b>
                {springWords(set.springs[0] as Schemas['SpringIn'])}
                {isChosen(set) ? ' ✓' : ''}
              </b>
              <ErrorMark share={set.rate_error} />
              <small>
                {cycles(set.life_cycles)} · {set.quarter_turns} quarter-turns
              </small>
              {place === highlight && (
                <small>
                  {set.reasons.slice(1).join('; ')}. Hottest {Math.round(-set.worst_hot_lb)} lb at{' '}
                  {feet(set.worst_hot_height_in)}, heaviest {Math.round(set.worst_heavy_lb)} lb at{' '}
                  {feet(set.worst_heavy_height_in)}. Bar force {Math.round(set.bar_force_lb)} lb at {set.bar_in} in
                  along the bar; {Math.round(set.energy_ftlb)} ft·lb in each spring when wound.
                </small>
              )}
            </Item>
          ))}
        </List>
        {shown < sets.length && (
          <PlainMore onClick={() => setShown(sets.length)}>
            Show {sets.length} of the {found} sets within 3 %
          </PlainMore>
        )}
      </Stack>
      <SideViewOf setup={setup} lines={lines} friction={size.data.usual_friction_lb} />
      <MainAction isDisabled={!picked || state.closed} onPress={use}>
        Use this set
      </MainAction>
    </Split>
  );
}

const PlainMore = styled.button.attrs({
  type: 'button',
})`all: unset; cursor: pointer; color: var(--action); text-decoration: underline; min-height: 48px; display: grid; align-items: center; &:focus-visible { outline: 3px solid var(--action); }`;

function ErrorMark({ share }: { share: number }) {
  const kind = Math.abs(share) <= 0.03 ? 'holds' : share < 0 ? 'heavy' : 'hot';
  const mark = { holds: '', heavy: ' ▼', hot: ' ▲' }[kind];
  return (
    <span className="error" style={{ color: `var(--${kind})` }} title="rate against what the door needs">
      {percent(share)}
      {mark}
    </span>
  );
}
