import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { Table } from '../ui/layout';
import { cycles, feet, percent, setWords, springWords, tape, years } from '../ui/words';

type SpringSet = Schemas['SetOut'];

const Item = styled.button`
  all: unset; box-sizing: border-box; cursor: pointer; display: grid; grid-template-columns: 1fr auto; gap: 2px 12px; width: 100%; background: var(--sheet); border: 1px solid var(--line); padding: 9px 14px;
  &[aria-pressed='true'] { border: 2px solid var(--action); box-shadow: inset 9px 0 0 var(--action); padding-left: 24px; } &:focus-visible { outline: 3px solid var(--action); outline-offset: 2px; }
  b { font: 600 22px 'Barlow Condensed', sans-serif; } small { grid-column: 1 / -1; color: var(--quiet); font-size: 15px; }
  .error { font: 600 19px 'Barlow Condensed', sans-serif; align-self: center; } &.there { border-style: dashed; cursor: default; }`;

type Props = { set: SpringSet; chosen?: boolean; open?: boolean; pick?: () => void };

/** A set with its rate against what the door needs; opened, why it stands where it stands. Without `pick` it is only shown. */
export function SetItem({ set, chosen = false, open = false, pick }: Props) {
  const life = [cycles(set.life_cycles), ...(set.life_years ? [years(set.life_years)] : [])].join(', ');
  const rest = (
    <>
      <b>
        {setWords(set.springs, set.duplex)}
        {chosen ? ' ✓' : ''}
      </b>
      <ErrorMark share={set.rate_error} />
      <small>
        {life} · {set.quarter_turns} quarter-turns
      </small>
      {open && <small>{why(set)}</small>}
    </>
  );
  if (!pick) {
    return (
      <Item as="div" className="there">
        {rest}
      </Item>
    );
  }
  return (
    <Item type="button" aria-pressed={open} onClick={pick}>
      {rest}
    </Item>
  );
}

function why(set: SpringSet): string {
  const table = set.parts.find((part) => part.table_rate_lbin_per_turn);
  const differs = table
    ? ` Supplier's rate ${table.table_rate_lbin_per_turn?.toFixed(2)}, formula ${table.formula_rate_lbin_per_turn.toFixed(2)} (${percent(table.table_difference ?? 0)}).`
    : '';
  return (
    `${set.reasons.slice(1).join('; ')}. Hottest ${Math.round(-set.worst_hot_lb)} lb at ${feet(set.worst_hot_height_in)}, ` +
    `heaviest ${Math.round(set.worst_heavy_lb)} lb at ${feet(set.worst_heavy_height_in)}. ` +
    `Bar force ${Math.round(set.bar_force_lb)} lb at ${set.bar_in} in along the bar; ${Math.round(set.energy_ftlb)} ft·lb in a wound spring. ` +
    `Takes ${tape(set.shaft_needed_in)} of shaft; inside, wound, ${Math.min(...set.parts.map((part) => part.wound_inside_diameter_in)).toFixed(2)} in.${differs}`
  );
}

/** Each spring of a set: what it carries, how hard it works, how long it lasts. */
export function Springs({ set }: { set: SpringSet }) {
  return (
    <Table>
      <thead>
        <tr>
          <th>Each spring</th>
          <th>carries</th>
          <th>stress</th>
          <th>lasts</th>
        </tr>
      </thead>
      <tbody>
        {set.parts.map((part, place) => {
          const spring = set.springs[place];
          return (
            <tr key={spring ? springWords(spring) : place}>
              <td>{spring ? springWords(spring) : ''}</td>
              <td>{Math.round(part.share_each * 100)} %</td>
              <td>{Math.round(part.stress_psi / 1000)} kpsi</td>
              <td>{cycles(part.life_cycles)}</td>
            </tr>
          );
        })}
      </tbody>
    </Table>
  );
}

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
