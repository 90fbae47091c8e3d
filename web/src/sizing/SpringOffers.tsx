import { Radio, RadioGroup } from 'react-aria-components';
import styled from 'styled-components';
import type { Schemas } from '../api/client';

const Cards = styled(
  RadioGroup,
)`display: grid; grid-template-columns: repeat(auto-fit, minmax(180px, 1fr)); gap: 10px;`;
const Card = styled(Radio)`
  display: grid; gap: 4px; align-content: start; padding: 12px 14px; min-height: 64px; cursor: pointer;
  background: var(--sheet); border: 1px solid var(--edge); border-top: 6px solid var(--line);
  b { font: 600 22px 'Barlow Condensed', sans-serif; } span { font: 600 18px 'Barlow Condensed', sans-serif; }
  small { color: var(--quiet); font-size: 15px; }
  &[data-selected] { border-top-color: var(--action); background: var(--holds-band); }
  &[data-focus-visible] { outline: 3px solid var(--action); outline-offset: 2px; }`;

const NAMES: Record<Schemas['SpringOfferOut']['kind'], string> = {
  same: 'The same again',
  lasting: 'Lasting',
  long: 'Long-lived',
};

type Props = {
  offers: Schemas['SpringOfferOut'][];
  picked: string | undefined;
  pick: (id: string) => void;
};

/** How wide a card's scale of cycles is drawn. */
const WIDE = 100;
const Scale = styled.svg`width: 100%; height: 14px; overflow: visible;`;

/** The springs most doors get, side by side: what each is, and how long it lasts, all on one scale of cycles. */
export function SpringOffers({ offers, picked, pick }: Props) {
  const lives = offers.map(({ set }) => set.life_cycles);
  const [first, last] = [Math.min(...lives.map((one) => one.low)), Math.max(...lives.map((one) => one.high))];
  // A scale of doublings: as much again is as far again.
  const place = (cycles: number) => (Math.log(cycles / first) / Math.log(last / first || 2)) * WIDE || 0;
  return (
    <Cards aria-label="Springs to choose between" value={picked ?? null} onChange={pick}>
      {offers.map(({ kind, set }) => (
        <Card key={set.id} value={set.id}>
          <b>{NAMES[kind]}</b>
          <span>{set.said.springs}</span>
          <span>{set.said.life}</span>
          <Scale viewBox={`0 0 ${WIDE} 14`} preserveAspectRatio="none" aria-hidden="true">
            <path d={`M 0 7 H ${WIDE}`} stroke="var(--line)" vectorEffect="non-scaling-stroke" />
            <path
              d={`M ${place(set.life_cycles.low)} 7 H ${place(set.life_cycles.high)}`}
              stroke="var(--ink)"
              strokeWidth="7"
              vectorEffect="non-scaling-stroke"
            />
          </Scale>
          <small>
            {set.said.turns}
            {set.in_van ? ' · on the van' : ''}
          </small>
        </Card>
      ))}
    </Cards>
  );
}
