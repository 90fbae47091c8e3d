import { useEffect, useState } from 'react';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { Action, Plain } from '../../ui/buttons';
import { Caution, Facts, Label, Panel, Quiet, Row, Stack } from '../../ui/layout';

const Now = styled.p`font: 600 24px/1.25 'Barlow Condensed', sans-serif;`;
const Left = styled.p`font: 600 56px/1 'Barlow Condensed', sans-serif; font-variant-numeric: tabular-nums; small { font: 600 16px Barlow, sans-serif; margin-left: 8px; }`;

/** What is left of the time the unit waits, in whole seconds; it goes by the clock, also while the screen was away. */
export function secondsLeft(begun: number, now: number, seconds: number): number {
  return Math.max(0, Math.ceil(seconds - (now - begun) / 1000));
}

type Props = { presses: Schemas['Press'][]; signals: Schemas['Signal'][] };

/** Which press comes now, how long does the unit still wait, and what does it mean by what it shows? */
export function Presses({ presses, signals }: Props) {
  const [place, setPlace] = useState(0);
  const press = presses[place];
  return (
    <Stack $gap={10}>
      {presses.length > 0 && (
        <Panel role="group" aria-label="Press by press">
          {press ? (
            <OnePress
              key={place}
              press={press}
              count={`Press ${place + 1} of ${presses.length}`}
              next={() => setPlace(place + 1)}
            />
          ) : (
            <Now role="status">All pressed. Watch it run once, the whole way.</Now>
          )}
          {place > 0 && (
            <Row style={{ justifyContent: 'start' }}>
              <Plain onPress={() => setPlace(place - 1)}>The press before</Plain>
              <Plain onPress={() => setPlace(0)}>From the first</Plain>
            </Row>
          )}
        </Panel>
      )}
      {signals.length > 0 && (
        <div>
          <Label>What it shows</Label>
          <Facts>
            {signals.map((one) => (
              <div key={one.shows} style={{ display: 'contents' }}>
                <dt>{one.shows}</dt>
                <dd>{one.means}</dd>
              </div>
            ))}
          </Facts>
        </div>
      )}
    </Stack>
  );
}

function OnePress({ press, count, next }: { press: Schemas['Press']; count: string; next: () => void }) {
  const [begun, setBegun] = useState<number | null>(null);
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (begun === null) return;
    const beat = setInterval(() => setNow(Date.now()), 200);
    return () => clearInterval(beat);
  }, [begun]);
  const left = begun === null ? press.seconds : secondsLeft(begun, now, press.seconds);
  const late = begun !== null && left === 0;
  const begin = () => {
    setNow(Date.now());
    setBegun(Date.now());
  };
  return (
    <Stack $gap={8}>
      <Quiet>{count}</Quiet>
      <Now aria-live="polite">{press.says}</Now>
      {press.seconds > 0 && (
        <Left role="timer" aria-label={`${left} seconds left`}>
          {left}
          <small>{begun === null ? 'seconds, once it waits' : 'seconds left'}</small>
        </Left>
      )}
      {late && <Caution role="alert">{press.then}</Caution>}
      <Row style={{ justifyContent: 'start' }}>
        {press.seconds > 0 && <Plain onPress={begin}>{begun === null ? 'It waits now' : 'Begin it again'}</Plain>}
        <Action isDisabled={late} onPress={next}>
          Pressed
        </Action>
      </Row>
    </Stack>
  );
}
