import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useState } from 'react';
import { Navigate, useParams, useSearchParams } from 'react-router';
import { type BenchPage as BenchEntry, usualOf } from '../api/bench';
import type { Schemas } from '../api/client';
import { stackOn } from '../api/onDoor';
import { knowledgeQuery, sheetQuery } from '../api/queries';
import type { Dimensions } from '../drawing/Dimension';
import { DoorAsForm } from '../drawing/DoorAsForm';
import { Plain } from '../ui/buttons';
import { DeferredContent } from '../ui/DeferredContent';
import { Caution, Page, Quiet, Row, Split, Stack } from '../ui/layout';
import { lazyPart, type Part } from '../ui/lazyPart';
import { PageTitle } from '../ui/PageTitle';
import { Loading, Trouble } from '../ui/states';
import { Inputs } from './Inputs';
import { KeepWithDoor } from './KeepWithDoor';
import type { ResultProps } from './result';

/** The answer of each page, found by the folder it stands in. */
const RESULTS = Object.fromEntries(
  Object.entries(import.meta.glob<(props: ResultProps) => React.ReactNode>('./*/Result.tsx', { import: 'Result' })).map(
    ([path, load]) => [path.split('/')[1], lazyPart(load)],
  ),
);

export function BenchPage() {
  const { name = '' } = useParams();
  const queries = useQueryClient();
  const knowledge = useQuery(knowledgeQuery);
  useEffect(() => void RESULTS[name]?.fetch(queries), [name, queries]);
  if (knowledge.isLoadingError) return <Trouble wrong={knowledge.error} retry={() => knowledge.refetch()} />;
  if (!knowledge.data) return <Loading />;
  const page = knowledge.data.bench.find((one) => one.name === name);
  const Result = RESULTS[name];
  return page && Result ? (
    <DeferredContent key={name}>
      <OnBench page={page} Result={Result} fields={knowledge.data.fields} />
    </DeferredContent>
  ) : (
    <Navigate to="/bench" replace />
  );
}

type Props = {
  page: BenchEntry;
  Result: Part<ResultProps>;
  fields: Schemas['FieldOut'][];
};

/** One question of the bench: inputs on the left, kept in the address; the answer on the right. */
function OnBench({ page, Result, fields }: Props) {
  const [address, setAddress] = useSearchParams();
  const typed = Object.fromEntries(address);
  const { to: _way, ...measures } = typed;
  const usual = usualOf(page, typed);
  const sheet = useQuery(sheetQuery({ ...page.preset, ...usual, ...measures }));
  const [asked, ask] = useState<string | null>(null);
  const type = useCallback(
    (fields: Record<string, string>) =>
      setAddress(
        (before) => {
          const next = new URLSearchParams(before);
          for (const [field, text] of Object.entries(fields))
            if (text.trim()) next.set(field, text);
            else next.delete(field);
          return next;
        },
        { replace: true },
      ),
    [setAddress],
  );
  if (sheet.isError) return <Trouble wrong={sheet.error} retry={() => sheet.refetch()} />;
  if (!sheet.data) return <Loading />;
  const { texts, missing } = sheet.data;
  const shown = page.fields?.length
    ? page.fields.map((field) => ({ field, rare: false, usual: '' }))
    : sheet.data.asked;
  const dimensions: Dimensions = new Map(
    shown
      .filter((one) => !one.rare || texts[one.field])
      .flatMap((one) => {
        const field = fields.find(({ name }) => name === one.field);
        const text = texts[one.field] ?? one.usual;
        const state = {
          missing: missing.includes(one.field),
          usual: text !== '' && !typed[one.field],
          current: asked === one.field,
        };
        return field ? [[one.field, { field, text, ...state, pick: () => ask(one.field) }]] : [];
      }),
  );
  const takesDoor = (page.groups ?? []).length > 0;
  const written = Object.entries(sheet.data.texts).filter(([field]) => field in typed);
  const labels = new Map(fields.map((field) => [field.name, field.label]));
  const says = written.map(([field, text]) => `${labels.get(field) ?? field} ${text}`).join(', ');
  return (
    <Page style={{ maxWidth: 1280 }}>
      <Row>
        <div>
          <PageTitle>{page.title}</PageTitle>
          <Quiet>{page.decides}</Quiet>
        </div>
        <Plain onPress={() => setAddress({}, { replace: true })}>Empty the sheet</Plain>
      </Row>
      <Split $left="minmax(260px, 300px)">
        <Inputs page={page} sheet={sheet.data} fields={fields} typed={typed} usual={usual} asked={asked} type={type} />
        <Stack $gap={18}>
          {Object.keys(usual).length > 0 && (
            <Quiet role="note">Usual numbers stand wherever nothing is typed. Touch one to type your own.</Quiet>
          )}
          {takesDoor && (
            <DoorAsForm
              measured={sheet.data.values}
              said={sheet.data.said}
              plates={stackOn(sheet.data.on_door)?.plates}
              dimensions={dimensions}
            />
          )}
          {sheet.data.wrong_setup && takesDoor && <Caution role="alert">{sheet.data.wrong_setup}</Caution>}
          <Result sheet={sheet.data} typed={typed} type={type} dimensions={dimensions} />
          {written.length > 0 && <KeepWithDoor title={page.title} says={says} />}
        </Stack>
      </Split>
    </Page>
  );
}
