import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { Plain } from '../../ui/buttons';
import { isMetric } from '../../ui/units';
import { SIXTEENTHS } from '../../ui/words';

const Pad = styled.div`display: grid; gap: 6px; button { min-height: 56px; padding: 0; font-size: 24px; }`;
const Keys = styled.div`display: grid; grid-template-columns: repeat(4, minmax(0, 1fr)); gap: 6px;`;
const Chips = styled.div`display: flex; flex-wrap: wrap; gap: 6px; button { padding: 0 14px; font-size: 20px; }`;
/** An inch of the tape, a mark to each sixteenth: as tall as the mark is coarse. */
const Tape = styled.div`display: grid; grid-template-columns: repeat(15, minmax(0, 1fr)); border: 1px solid var(--edge); background: var(--sheet);
  button { border: 0; background: none; display: grid; align-content: start; justify-items: center; gap: 2px; font-size: 14px; min-width: 0; }
  i { display: block; width: 2px; background: var(--ink); }`;
const TALL: Record<string, number> = { '2': 36, '4': 28, '8': 20, '16': 13 };

const THIRTY_SECONDS = 32;
/** A wire that is a fraction of an inch is called by it too. */
function fractionOf(inches: number): string {
  const parts = Math.round(inches * THIRTY_SECONDS);
  if (Math.abs(inches * THIRTY_SECONDS - parts) > 0.01 || parts === 0) return '';
  const common = [32, 16, 8, 4, 2, 1].find((one) => parts % one === 0) ?? 1;
  return ` (${parts / common}/${THIRTY_SECONDS / common})`;
}

type Props = {
  quantity: Schemas['FieldOut']['quantity'];
  typed: string;
  type: (next: string) => void;
  /** Standard sizes to touch where they are few enough to name. */
  sizes: readonly string[];
  /** Written in fractions of an inch though it is read to the thousandth, as a cable is. */
  inFractions?: boolean;
};

/** The measure's own keys, large enough for a glove: digits, feet and inches, and a piece of tape to touch a sixteenth on. */
export function TapePad({ quantity, typed, type, sizes, inFractions = false }: Props) {
  const tape = !isMetric() && (['length', 'feet', 'lengths'].includes(quantity) || inFractions);
  const units = (isMetric() ? METRIC_KEYS : UNITS)[quantity] ?? [];
  const fraction = (part: string) => type(`${typed.replace(/\s*\d+\/\d+\s*$/, '').trim()} ${part}`.trim());
  return (
    <Pad role="group" aria-label="Tape pad">
      {sizes.length > 0 && (
        <Chips role="group" aria-label="Standard sizes">
          {sizes.map((size) => (
            <Plain key={size} onPress={() => type(size)}>
              {size}
              {fractionOf(Number(size))}
            </Plain>
          ))}
        </Chips>
      )}
      <Keys>
        {['7', '8', '9', units[0] ?? '.', '4', '5', '6', units[1] ?? ',', '1', '2', '3'].map((key) => (
          <Plain key={key} onPress={() => type(SIGNS[key] ? `${typed}${SIGNS[key]}` : `${typed}${key}`)}>
            {key}
          </Plain>
        ))}
        <Plain aria-label="Take the last one away" onPress={() => type(typed.slice(0, -1))}>
          ←
        </Plain>
      </Keys>
      {tape && (
        <Tape role="group" aria-label="Sixteenths of an inch">
          {SIXTEENTHS.map((part) => (
            <Plain key={part} aria-label={part} onPress={() => fraction(part)}>
              <i style={{ height: TALL[part.split('/')[1] ?? '16'] }} />
              {['1/4', '1/2', '3/4'].includes(part) ? part : ''}
            </Plain>
          ))}
        </Tape>
      )}
      <Keys>
        <Plain onPress={() => type(`${typed}0`)}>0</Plain>
        <Plain onPress={() => type(`${typed}.`)}>.</Plain>
        <Plain onPress={() => type(`${typed} `)}>space</Plain>
        <Plain onPress={() => type('')}>clear</Plain>
      </Keys>
    </Pad>
  );
}

const UNITS: Partial<Record<Schemas['FieldOut']['quantity'], readonly string[]>> = {
  length: ['in', 'mm'],
  feet: ['ft', 'in'],
  lengths: [',', 'in'],
  weight: ['lb', 'kg'],
  weights: [',', 'lb'],
  decimal: ['in', 'mm'],
};
const METRIC_KEYS: typeof UNITS = {
  length: ['mm', 'in'],
  feet: ['mm', 'm'],
  lengths: [',', 'mm'],
  weight: ['kg', 'lb'],
  weights: [',', 'kg'],
  decimal: ['mm', 'in'],
};
/** What a unit's key writes, as a person would. */
const SIGNS: Record<string, string> = { ft: "' ", in: '"', lb: ' lb', kg: ' kg', mm: ' mm', m: ' m', ',': ', ' };
