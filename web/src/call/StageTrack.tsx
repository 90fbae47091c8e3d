import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { STAYS } from '../ui/layout';
import { STAGES, type StageName } from './stages';

/** The frame of a call is the door on its track: the stages behind lie along the top, the current one hangs below the bend. */
const Track = styled.nav`
  grid-area: track; display: contents;
  ul { list-style: none; margin: 0; padding: 0; display: flex; gap: 6px; }
  a { display: grid; place-content: center; white-space: nowrap; background: var(--sheet); border: 1px solid var(--ink); border-radius: 2px; color: var(--ink);
    text-decoration: none; font: 600 18px 'Barlow Condensed', sans-serif; min-height: 48px; padding: 0 16px; }
`;
const Level = styled.div`
  grid-area: level; position: relative; display: flex; justify-content: flex-end; padding-right: 112px; min-height: 68px; align-items: start; padding-top: 6px; min-width: 0;
  &::before { content: ''; position: absolute; left: 10px; right: 0; top: 26px; bottom: 0; border-top: 7px solid var(--steel); border-right: 7px solid var(--steel); border-top-right-radius: 46px; margin-right: 54px; z-index: -1; }
  @media (max-width: 700px) { padding: 6px 10px; overflow-x: auto; justify-content: flex-start; &::before { display: none; } a { padding: 0 12px; font-size: 17px; } }
`;
const Drop = styled.div`
  grid-area: drop; position: relative; padding: 0 8px 0 0;
  ul { flex-direction: column; ${STAYS} }
  a { min-height: 56px; } a[aria-current] { min-height: 96px; background: var(--action); border-color: var(--action); color: var(--on-action); font-size: 26px; transition: min-height 0.2s; }
  &::before { content: ''; position: absolute; top: 0; bottom: 0; right: 54px; border-right: 7px solid var(--steel); z-index: -1; }
  @media (max-width: 700px) { display: none; }
`;
const Phone = styled.div`display: none; @media (max-width: 700px) { display: block; } a[aria-current] { background: var(--action); color: var(--on-action); border-color: var(--action); }`;
const Desk = styled.div`@media (max-width: 700px) { display: none; }`;

type Props = { callKey: string; stages: Schemas['Stage'][]; current: StageName };

export function StageTrack({ callKey, stages, current }: Props) {
  const phone = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // On a phone the stages are one row that scrolls: keep the current one in sight.
    const chip = phone.current?.querySelector(`a[href$='/${current}']`);
    chip?.scrollIntoView?.({ inline: 'center', block: 'nearest' });
  }, [current]);
  const isDone = (name: StageName) => stages.find((stage) => stage.name === name)?.done ?? false;
  const at = STAGES.findIndex((stage) => stage.name === current);
  const link = ({ name, title }: (typeof STAGES)[number]) => (
    <li key={name}>
      <Link to={`/calls/${callKey}/${name}`} aria-current={name === current ? 'step' : undefined}>
        <span>
          {isDone(name) && name !== current && <span aria-hidden="true">✓ </span>}
          {title}
          {isDone(name) && <span className="sr"> (done)</span>}
        </span>
      </Link>
    </li>
  );
  return (
    <Track aria-label="Stages of the call">
      <Level>
        <Desk>
          <ul>{STAGES.slice(0, at).map(link)}</ul>
        </Desk>
        <Phone ref={phone}>
          <ul>{STAGES.map(link)}</ul>
        </Phone>
      </Level>
      <Drop>
        <ul>{STAGES.slice(at).map(link)}</ul>
      </Drop>
    </Track>
  );
}
