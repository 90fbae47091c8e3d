import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { type Answer, client, data, type Schemas } from '../api/client';
import { shopListsQuery, vansQuery } from '../api/stockQueries';
import { AskedOnce, Sure } from '../ui/AskedOnce';
import { Plain, PlainAnchor } from '../ui/buttons';
import { Quiet, Row, Stack } from '../ui/layout';
import { RadioButtons } from '../ui/RadioButtons';
import { Loading, Refused, Trouble } from '../ui/states';
import { day } from '../ui/words';

type Kind = Schemas['ShopListOut']['kind'];
// The whole shop's lists are kept under it.
const FIRST_VAN = 1;
const LISTS: { kind: Kind; title: string; says: string; columns: string }[] = [
  {
    kind: 'rates',
    title: "Supplier's rates",
    says: 'Where the table has a spring, its rate goes before the formula; both are shown.',
    columns:
      'wire_in, inside_diameter_in, then length_in with rate_lbin_per_turn, or rate_per_coil_lbin_per_turn; inches and lb·in per turn',
  },
  {
    kind: 'van',
    title: 'Springs in the van',
    says: 'Sets that can be cut from these go before those that cannot. What is loaded counts as what is there now.',
    columns: 'wire_in, inside_diameter_in, length_in, count, and hand (left or right) where it is known',
  },
  {
    kind: 'parts',
    title: 'Parts in the van',
    says: 'What is used on a call leaves the list.',
    columns: 'part, count',
  },
];

/** Which rates and which stock does the shop size with? */
export function Lists({ lead }: { lead: boolean }) {
  const lists = useQuery(shopListsQuery);
  const vans = useQuery(vansQuery);
  const [picked, pick] = useState<number>();
  const failed = [lists, vans].find((one) => one.isLoadingError);
  if (failed) return <Trouble wrong={failed.error} retry={() => failed.refetch()} />;
  if (!lists.data || !vans.data) return <Loading />;
  const all = vans.data.vans;
  const van = picked ?? vans.data.mine;
  const of = (kind: Kind) => (kind === 'rates' ? FIRST_VAN : van);
  const shown = (kinds: typeof LISTS) =>
    kinds.map((one) => (
      <OneList
        key={`${one.kind} ${of(one.kind)}`}
        {...one}
        van={of(one.kind)}
        lead={lead}
        loaded={lists.data.find((list) => list.kind === one.kind && list.van === of(one.kind))}
      />
    ));
  return (
    <>
      {shown(LISTS.filter((one) => one.kind === 'rates'))}
      {all.length > 1 && (
        <RadioButtons
          label="Lists of which van"
          flow
          value={String(van)}
          pick={(number) => pick(Number(number))}
          options={all.map((one) => ({ id: String(one.number), text: `Lists of ${one.name}` }))}
        />
      )}
      {shown(LISTS.filter((one) => one.kind !== 'rates'))}
    </>
  );
}

const rowsSaid = (rows: number) => (rows === 1 ? '1 row' : `${rows} rows`);

type Props = (typeof LISTS)[number] & { van: number; lead: boolean; loaded: Schemas['ShopListOut'] | undefined };

function OneList({ kind, title, says, columns, van, lead, loaded }: Props) {
  const queries = useQueryClient();
  const [picked, setPicked] = useState<File | null>(null);
  // A chooser tells of another file alone: emptied after each, the same one can be picked again.
  const [round, setRound] = useState(0);
  const answered = () => {
    setPicked(null);
    compare.reset();
    setRound(round + 1);
  };
  const bodyOf = async (file: File) => ({
    params: { path: { kind }, query: { van } },
    body: { file_name: file.name, text: await file.text() },
  });
  const compare = useMutation({
    mutationFn: async (file: File) => data(client.POST('/api/stock/{kind}/difference', await bodyOf(file))),
  });
  // What was sized with the old list is sized anew.
  const again = () => queries.invalidateQueries();
  const load = useMutation({
    mutationFn: async (file: File) => data(client.PUT('/api/stock/{kind}', await bodyOf(file))),
    onSuccess: again,
  });
  const putAside = useMutation({
    mutationFn: async () => {
      const { response } = await client.DELETE('/api/stock/{kind}', {
        params: { path: { kind }, query: { van } },
      });
      if (!response.ok) throw new TypeError(`The server answered ${response.status}.`);
    },
    onSuccess: again,
  });
  return (
    <Stack role="group" aria-label={title}>
      <h2>{title}</h2>
      <Quiet>
        {says} CSV with the columns {columns}.
      </Quiet>
      {loaded ? (
        <p role="status">
          {rowsSaid(loaded.rows)} from {loaded.file_name}, loaded {day(loaded.loaded_at)} by {loaded.loaded_by}.
        </p>
      ) : (
        <p>None loaded.</p>
      )}
      <Row style={{ justifyContent: 'flex-start' }}>
        {lead && (
          <FileTrigger
            key={round}
            acceptedFileTypes={['.csv', 'text/csv']}
            onSelect={(files) => {
              const file = files?.[0];
              load.reset();
              if (file && loaded) {
                setPicked(file);
                compare.mutate(file);
              } else if (file) load.mutate(file);
            }}
          >
            <Plain isDisabled={load.isPending}>
              {load.isPending
                ? 'Reading the file'
                : `Load ${{ rates: 'the table', van: 'the van', parts: 'the parts' }[kind]}`}
            </Plain>
          </FileTrigger>
        )}
        {loaded && <PlainAnchor href={`/api/stock/${kind}/csv?van=${van}`}>Save as CSV</PlainAnchor>}
        {lead && loaded && (
          <AskedOnce
            label="Delete this list"
            says={`${rowsSaid(loaded.rows)} from ${loaded.file_name} will be gone for everybody in the shop.`}
            confirm="Delete it for everybody"
            act={() => putAside.mutate()}
          />
        )}
      </Row>
      {picked && compare.isPending && <p role="status">Comparing it with what is there</p>}
      {picked && compare.isError && <ListRefused kind={kind} file={picked} wrong={compare.error} />}
      {picked && loaded && compare.data && (
        <>
          <Difference found={compare.data} />
          <Sure
            label="Replace this list"
            says={`${rowsSaid(loaded.rows)} from ${loaded.file_name} will be replaced by ${picked.name}, for everybody in the shop.`}
            confirm="Replace it"
            cancel={answered}
            act={() => {
              load.mutate(picked);
              answered();
            }}
          />
        </>
      )}
      {load.isError && load.variables && <ListRefused kind={kind} file={load.variables} wrong={load.error} />}
      {putAside.isError && <Refused wrong={putAside.error} />}
    </Stack>
  );
}

/** Why a list was refused; every mistake of it as a file, to be mended beside the list. */
function ListRefused({ kind, file, wrong }: { kind: Kind; file: File; wrong: Error }) {
  const save = useMutation({
    mutationFn: async () => {
      const body = { file_name: file.name, text: await file.text() };
      const asked = client.POST('/api/stock/{kind}/mistakes', { params: { path: { kind } }, body, parseAs: 'text' });
      const address = URL.createObjectURL(
        new Blob([await data(asked as Promise<Answer<string>>)], { type: 'text/csv' }),
      );
      Object.assign(document.createElement('a'), { href: address, download: 'mistakes.csv' }).click();
      URL.revokeObjectURL(address);
    },
  });
  return (
    <>
      <Refused wrong={wrong} />
      <div>
        <Plain isDisabled={save.isPending} onPress={() => save.mutate()}>
          Save every mistake as CSV
        </Plain>
      </div>
      {save.isError && <Refused wrong={save.error} />}
    </>
  );
}

/** What another list changes of the one there is, before it does. */
function Difference({ found }: { found: Schemas['ListDifference'] }) {
  const { changes, left_out, added, removed, changed, unchanged } = found;
  const more = added + removed + changed - changes.length;
  return (
    <Stack $gap={4} role="group" aria-label="What changes">
      <p role="status">
        <b>
          {changes.length === 0
            ? 'Nothing changes.'
            : `${added} added, ${removed} removed, ${changed} changed, ${unchanged} unchanged.`}
        </b>
        {left_out.length > 0 && ` Left out, for nothing here is called so: ${left_out.join(', ')}.`}
      </p>
      {changes.map((one) => (
        <Quiet key={one.words}>
          {one.words}: {one.before || 'not there'} → {one.after || 'removed'}
        </Quiet>
      ))}
      {more > 0 && <Quiet>and {more} more</Quiet>}
    </Stack>
  );
}
