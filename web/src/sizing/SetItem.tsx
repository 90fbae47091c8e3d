import { ToggleButton } from 'react-aria-components';
import styled, { css } from 'styled-components';
import type { Schemas } from '../api/client';
import { Table } from '../ui/layout';

const item = css`
  font: inherit; color: inherit; text-align: left; box-sizing: border-box; display: grid; grid-template-columns: 1fr auto; gap: 2px 12px; width: 100%; background: var(--sheet); border: 1px solid var(--line); border-radius: 0; padding: 9px 14px;
  b { font: 600 22px 'Barlow Condensed', sans-serif; } small { grid-column: 1 / -1; color: var(--quiet); font-size: 15px; }
  .error { font: 600 19px 'Barlow Condensed', sans-serif; align-self: center; }`;
const Item = styled(ToggleButton)`${item} cursor: pointer;
  &[data-selected] { border: 2px solid var(--action); box-shadow: inset 9px 0 0 var(--action); padding-left: 24px; }`;
const There = styled.div`${item} border-style: dashed;`;

type Props = { set: Schemas['SetOut']; chosen?: boolean; open?: boolean; pick?: () => void };

/** A set with its rate against what the door needs; opened, why it stands where it stands. Without `pick` it is only shown. */
export function SetItem({ set, chosen = false, open = false, pick }: Props) {
  const { said } = set;
  const rest = (
    <>
      <b>
        {said.springs}
        {chosen ? ' ✓' : ''}
      </b>
      <span className="error" style={{ color: `var(--${said.rate_kind})` }} title="rate against what the door needs">
        {said.rate}
      </span>
      <small>
        {said.life} · {said.turns}
      </small>
      {open && (
        <small>
          {[...said.why, `Hottest: ${said.hottest}`, `heaviest: ${said.heaviest}`].join('; ').replaceAll('.;', '.')}
        </small>
      )}
    </>
  );
  if (!pick) return <There>{rest}</There>;
  return (
    <Item isSelected={open} onChange={pick}>
      {rest}
    </Item>
  );
}

/** Each spring of a set: what it carries, how hard it works, how long it lasts. */
export function Springs({ set }: { set: Schemas['SetOut'] }) {
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
        {set.parts.map((part) => (
          <tr key={part.words}>
            <td>{part.words}</td>
            <td>{Math.round(part.share_each * 100)} %</td>
            <td>{Math.round(part.stress_psi / 1000)} kpsi</td>
            <td>{part.life_words}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
