import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { knowledgeQuery, practiceQuery, sideViewQuery } from '../api/queries';
import { SideView } from '../drawing/SideView';
import { Action, Plain } from '../ui/buttons';
import { Caution, Label, Page, Quiet, Row, Split, STAYS, Stack } from '../ui/layout';
import { PageTitle } from '../ui/PageTitle';
import { RadioButtons } from '../ui/RadioButtons';
import { Select } from '../ui/Select';
import { Loading, Refused } from '../ui/states';
import { tape } from '../ui/words';
import { type Control, SETS_LIMITS, standsAt, WORLD, withLine } from './practiceLines';

type Kind = Schemas['PracticeQuestion']['kind'];
const Shows = styled.p`font: 600 27px/1.2 'Barlow Condensed', sans-serif; min-height: 2.4em;`;
const Said = styled.ol`margin: 0; padding: 0; list-style: none; font-size: 15px; color: var(--quiet); display: grid; gap: 2px; max-height: 220px; overflow: auto; b { color: var(--ink); font-weight: 600; }`;
/** What it does stays in sight of what is pressed. */
const Beside = styled(Stack)`${STAYS} @media (max-width: 900px) { position: static; order: -1; }`;
const BEAT_S = 0.5;
const DOOR = { height_in: 84, section_count: 4, weight_lb: 130 };
const TRACK = { lift: 'standard' as const, radius_in: 12, rise_in: 2 };
const POSITIONS = Array.from({ length: 85 }, (_, inch) => inch);
/** Another unit of the kind; any number is one. */
const anotherUnit = () => Math.floor(Math.random() * 1000);

/** What does this unit do to what I press, and is it set right? No door is moved by it. */
export function Practice() {
  const knowledge = useQuery(knowledgeQuery);
  const [address, setAddress] = useSearchParams();
  const [first] = useState(anotherUnit);
  const kind = (address.get('kind') ?? 'rail_screw') as Kind;
  const unit = Number(address.get('unit') ?? first);
  const [lines, setLines] = useState<string[]>([]);
  const found = useQuery(practiceQuery({ kind, unit, lines }));
  const begin = (next: Kind) => {
    setAddress({ kind: next, unit: String(anotherUnit()) }, { replace: true });
    setLines([]);
  };
  const say = (line: string) => setLines((before) => withLine(before, line));
  const runs = Boolean(found.data && (found.data.going || found.data.setting));
  useEffect(() => {
    if (!runs) return;
    const beat = setInterval(() => setLines((before) => withLine(before, `wait ${BEAT_S}`)), BEAT_S * 1000);
    return () => clearInterval(beat);
  }, [runs]);
  const kinds = knowledge.data?.fields.find((field) => field.name === 'opener_kind')?.choices ?? [];
  if (found.isError)
    return (
      <Page>
        <Refused wrong={found.error} />
        <Plain onPress={() => begin('rail_screw')}>Begin anew</Plain>
      </Page>
    );
  if (!found.data) return <Loading />;
  const one = found.data;
  return (
    <Page style={{ maxWidth: 1280 }}>
      <Row>
        <div>
          <PageTitle>Try an opener</PageTitle>
          <Quiet>
            A simulated unit on a 7 ft door, to try limits, force and proofs at a desk. No door is moved by it.
          </Quiet>
        </div>
        <Plain onPress={() => begin(kind)}>Another unit</Plain>
      </Row>
      <Split $left="minmax(280px, 380px)">
        <Stack $gap={14}>
          <Select label="Kind" value={kind} options={kinds} pick={(id) => begin((id || kind) as Kind)} />
          <Row style={{ justifyContent: 'start' }}>
            <Action onPress={() => say('press')}>Press the control</Action>
            <Plain onPress={() => say('hold 3')}>Hold it 3 s</Plain>
            <Plain onPress={() => say('hold 20')}>Hold it down</Plain>
          </Row>
          <Group title="Limits" controls={SETS_LIMITS[kind] ?? []} say={say} />
          {!SETS_LIMITS[kind] && <Screws say={say} lines={lines} replies={one.replies} released={!one.joined} />}
          <Group
            title="By hand"
            controls={[
              one.joined ? { text: 'Release the door', line: 'release' } : { text: 'Join the door', line: 'join' },
              { text: 'Lift it open', line: 'lift 84' },
              { text: 'Let it down', line: 'lift 0' },
            ]}
            say={say}
          />
          {WORLD.map((group) => (
            <div key={group.word}>
              <Label>{group.title}</Label>
              <RadioButtons
                label={group.title}
                flow
                options={group.ways}
                value={standsAt(group, lines)}
                pick={(id) => say(`${group.word} ${id}`)}
              />
            </div>
          ))}
        </Stack>
        <Standing one={one} say={say} />
      </Split>
    </Page>
  );
}

function Group({ title, controls, say }: { title: string; controls: Control[]; say: (line: string) => void }) {
  if (controls.length === 0) return null;
  return (
    <div role="group" aria-label={title}>
      <Label>{title}</Label>
      <Row style={{ justifyContent: 'start' }}>
        {controls.map((control) => (
          <Plain key={control.line} onPress={() => say(control.line)}>
            {control.text}
          </Plain>
        ))}
      </Row>
    </div>
  );
}

const ENDS = [
  { id: 'up', text: 'Up screw' },
  { id: 'down', text: 'Down screw' },
] as const;
const TURNS = [
  { id: '0.125', text: '⅛' },
  { id: '0.25', text: '¼' },
  { id: '1', text: '1' },
] as const;

type ScrewsProps = {
  say: (line: string) => void;
  lines: readonly string[];
  replies: Schemas['Reply'][];
  released: boolean;
};

/** A screw turned by eighths, and the tape on where the empty trolley stops. */
function Screws({ say, lines, replies, released }: ScrewsProps) {
  const [end, setEnd] = useState<'up' | 'down'>('up');
  const [turns, setTurns] = useState('1');
  const place = lines.lastIndexOf(`measure ${end}`);
  const read = /off_in=(-?[\d.]+)/.exec(replies[place]?.said ?? '');
  const off = read ? Number(read[1]) : null;
  return (
    <Stack $gap={6} role="group" aria-label="Limit screws">
      <Label>Limit screws</Label>
      <RadioButtons label="Which screw" flow options={ENDS} value={end} pick={setEnd} />
      <RadioButtons label="Turns" flow options={TURNS} value={turns} pick={setTurns} />
      <Row style={{ justifyContent: 'start' }}>
        <Plain onPress={() => say(`turn ${end} ${turns}`)}>Clockwise</Plain>
        <Plain onPress={() => say(`turn ${end} -${turns}`)}>Counter-clockwise</Plain>
        <Plain isDisabled={!released} onPress={() => say(`measure ${end}`)}>
          Measure the trolley
        </Plain>
      </Row>
      {off !== null && (
        <p role="status">
          It stopped {tape(Math.abs(off))} {off > 0 ? 'beyond' : 'short of'} its mark.{' '}
          <Link
            to={`/bench/limits?limit_${end}_stops=${off > 0 ? 'beyond' : 'short'}&limit_${end}_off_in=${Math.abs(off)}+in`}
          >
            Work out the turns
          </Link>
        </p>
      )}
    </Stack>
  );
}

/** How it stands, drawn, and what it shows; the last of what was said to it. */
function Standing({ one, say }: { one: Schemas['PracticeAnswer']; say: (line: string) => void }) {
  const view = useQuery(sideViewQuery({ door: DOOR, track: TRACK, rail_in: 120, positions_in: POSITIONS }));
  const last = one.replies.at(-1);
  const door = Math.min(Math.max(one.door_in, 0), one.open_in);
  return (
    <Beside>
      <Shows role="status">
        {one.shows || (one.going ? `It goes ${one.going}.` : one.alive ? 'It stands.' : 'It is dead.')}{' '}
        {one.setting && `It waits for the ${one.setting} limit.`}
      </Shows>
      {last && !last.taken && <Caution role="alert">{last.said.replace('NO ', '')}</Caution>}
      {view.data && (
        <SideView
          view={view.data}
          positions={POSITIONS}
          doorHeight={one.open_in}
          lines={[]}
          position={door}
          onPosition={(inches) => say(`lift ${Math.round(inches)}`)}
        />
      )}
      <Quiet>
        {one.joined ? 'Joined' : 'Released'}; eyes {one.sees ? 'see' : 'do not see'}; limits{' '}
        {one.limits_set ? 'set' : 'missing'}; force {one.learned ? 'learned' : 'not learned yet'}; the door stands{' '}
        {tape(door)} above closed.
      </Quiet>
      <Label>Said to it</Label>
      <Said>
        {one.replies
          .map((reply, place) => ({ ...reply, place }))
          .reverse()
          .map((reply) => (
            <li key={reply.place}>
              <b>{reply.line}</b> {reply.said}
            </li>
          ))}
      </Said>
    </Beside>
  );
}
