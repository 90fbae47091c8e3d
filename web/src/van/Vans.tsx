import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import styled from 'styled-components';
import { client, data, mistakeAt, type Schemas } from '../api/client';
import { vansQuery } from '../api/stockQueries';
import { AskedOnce } from '../ui/AskedOnce';
import { LineLink, Plain } from '../ui/buttons';
import { Field } from '../ui/Field';
import { Quiet, Stack } from '../ui/layout';
import { Select } from '../ui/Select';
import { Loading, Refused, Trouble } from '../ui/states';

const Line = styled.form`display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) auto auto; gap: 10px; align-items: end;
  @media (max-width: 700px) { grid-template-columns: minmax(0, 1fr); }`;

/** Which vans does the shop have, and whose is each? */
export function Vans({ lead }: { lead: boolean }) {
  const found = useQuery(vansQuery);
  if (found.isPending) return <Loading />;
  if (found.isLoadingError) return <Trouble wrong={found.error} retry={() => found.refetch()} />;
  const { vans, drivers } = found.data;
  const next = Math.max(...vans.map((one) => one.number)) + 1;
  return (
    <Stack role="group" aria-label="Vans">
      <h2>Vans</h2>
      <Quiet>
        A call is served from the van of whoever plans it. Who has none of their own takes from the first that is
        shared.
      </Quiet>
      {vans.map((one) =>
        lead ? (
          <VanForm key={`${one.number} ${one.name} ${one.driver}`} of={one} drivers={drivers} />
        ) : (
          <LineLink key={one.number} to={`/shop/van?van=${one.number}`}>
            {one.name}, {one.driver_name || 'shared'}
          </LineLink>
        ),
      )}
      {lead && (
        <VanForm
          key={next}
          of={{ number: next, name: '', driver: '', driver_name: '', pieces: 0 }}
          drivers={drivers}
          isNew
        />
      )}
    </Stack>
  );
}

type Props = { of: Schemas['VanRow']; drivers: Schemas['Driver'][]; isNew?: boolean };

function VanForm({ of, drivers, isNew = false }: Props) {
  const queries = useQueryClient();
  const [name, setName] = useState(of.name);
  const [driver, setDriver] = useState(of.driver);
  const onSuccess = () => queries.invalidateQueries();
  const path = { params: { path: { number: of.number } } };
  const keep = useMutation({
    mutationFn: () => data(client.PUT('/api/vans/{number}', { ...path, body: { name, driver } })),
    onSuccess,
  });
  const giveUp = useMutation({
    mutationFn: () => data(client.DELETE('/api/vans/{number}', path)),
    onSuccess,
  });
  const wrong = keep.error ?? giveUp.error;
  const isChanged = name !== of.name || driver !== of.driver;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    keep.mutate();
  };
  return (
    <Stack $gap={4}>
      <Line aria-label={isNew ? 'Another van' : of.name} onSubmit={submit}>
        <Field
          label={isNew ? 'Another van' : `Van ${of.number}`}
          value={name}
          onChange={setName}
          maxLength={60}
          {...mistakeAt(keep.error, 'name')}
        />
        <Select
          label="Whose"
          none="Shared"
          value={driver}
          pick={setDriver}
          options={drivers.map((one) => ({ id: one.username, text: one.name }))}
        />
        <Plain type="submit" isDisabled={!isChanged || !name.trim() || keep.isPending}>
          {isNew ? 'Add' : 'Save'}
        </Plain>
        {!isNew && of.number > 1 && (
          <AskedOnce
            label="Give it up"
            says={`${of.name} will be gone from the shop; what it moved stays in the books.`}
            confirm="Give it up"
            act={() => giveUp.mutate()}
          />
        )}
      </Line>
      {!isNew && <LineLink to={`/shop/van?van=${of.number}`}>{of.pieces} pieces on it</LineLink>}
      {wrong && <Refused wrong={wrong} />}
    </Stack>
  );
}
