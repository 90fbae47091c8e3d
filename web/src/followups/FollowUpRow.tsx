import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { client, data, mistakeAt, Refusal, type Schemas } from '../api/client';
import { LinkButton, Plain } from '../ui/buttons';
import { inWords } from '../ui/dates';
import { Field } from '../ui/Field';
import { Quiet, Row, Stack, Two } from '../ui/layout';
import { Refused } from '../ui/states';

const Item = styled.li`border-bottom: 1px solid var(--line); padding: 10px 0; display: grid; gap: 6px; .late { color: var(--caution); font-weight: 600; }`;

type Props = { one: Schemas['FollowUpOut']; withDoor: boolean };

/** One follow-up: what, where, how pressing; done, moved, or not wanted any more. */
export function FollowUpRow({ one, withDoor }: Props) {
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const [due, setDue] = useState(one.due);
  const [why, setWhy] = useState('');
  const [ended, setEnded] = useState<Schemas['FollowUpOut'] | null>(null);
  const change = useMutation({
    mutationFn: (part: { due?: string; ended?: string }) => {
      const { what, note, version, due: by } = ended ?? one;
      const body = { what, note, version, due: by, ended: '', ...part };
      return data(client.PUT('/api/follow-ups/{key}', { params: { path: { key: one.key } }, body }));
    },
    onSuccess: async (now) => {
      setOpen(false);
      queries.invalidateQueries({ queryKey: ['door', one.door_key] });
      // What was ended stays in sight until the page is left, so that a slip of the finger is taken back.
      if (now.ended) setEnded(now);
      // Else the row comes anew with the list: nothing can be opened on the old one meanwhile and close under the finger.
      await queries.invalidateQueries({ queryKey: ['follow-ups'], refetchType: now.ended ? 'none' : 'active' });
      if (!now.ended) setEnded(null);
    },
  });
  const stale = change.error instanceof Refusal && change.error.problem.code === 'stale';
  return (
    <Item>
      <Row>
        <span>
          <b>{one.what_text}</b>
          {withDoor && (
            <>
              {' at '}
              <Link to={`/doors/${one.door_key}`}>{one.door_name}</Link>
            </>
          )}
        </span>
        <span className={one.days_late > 0 ? 'late' : ''}>{pressing(one)}</span>
      </Row>
      <Quiet>
        {[one.note, withDoor ? one.place : '', withDoor ? one.phone : '', one.by].filter(Boolean).join(' · ')}
      </Quiet>
      {ended ? (
        <Row role="status">
          Ended: {ended.ended}.
          <Plain isDisabled={change.isPending} onPress={() => change.mutate({})}>
            Take it up again
          </Plain>
        </Row>
      ) : (
        <Row style={{ justifyContent: 'start' }}>
          <Plain isDisabled={change.isPending} onPress={() => change.mutate({ ended: 'done' })}>
            Done
          </Plain>
          <LinkButton aria-expanded={open} onPress={() => setOpen(!open)}>
            Move it, or end it otherwise
          </LinkButton>
        </Row>
      )}
      {open && (
        <Stack style={{ maxWidth: 560 }}>
          <Two>
            <Field label="By" type="date" value={due} onChange={setDue} {...mistakeAt(change.error, 'due')} />
            <Field label="Or not wanted any more, because" value={why} onChange={setWhy} maxLength={200} />
          </Two>
          <Two>
            <Plain isDisabled={change.isPending || !due || due === one.due} onPress={() => change.mutate({ due })}>
              Move it
            </Plain>
            <Plain
              isDisabled={change.isPending || why.trim().length < 3}
              onPress={() => change.mutate({ ended: why.trim() })}
            >
              End it
            </Plain>
          </Two>
        </Stack>
      )}
      {stale ? (
        <Quiet>
          Somebody changed this meanwhile.{' '}
          <LinkButton onPress={() => queries.invalidateQueries({ queryKey: ['follow-ups'] })}>
            Take what it says now
          </LinkButton>
        </Quiet>
      ) : (
        change.isError && <Refused wrong={change.error} />
      )}
    </Item>
  );
}

function pressing({ due, days_late }: Schemas['FollowUpOut']): string {
  const day = inWords(due, true);
  if (days_late > 0) return `${day}, ${days_late} ${days_late === 1 ? 'day' : 'days'} over`;
  return days_late === 0 ? `${day}, today` : day;
}
