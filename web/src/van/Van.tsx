import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import { vanQuery, vansQuery } from '../api/stockQueries';
import { LineLink } from '../ui/buttons';
import { Label, Page, Quiet, Row, Split, Stack } from '../ui/layout';
import { PageTitle } from '../ui/PageTitle';
import { RadioButtons } from '../ui/RadioButtons';
import { Loading, Trouble } from '../ui/states';
import { day } from '../ui/words';
import { DayLoads } from './DayLoads';
import { Items } from './Items';
import { PutOn } from './PutOn';

/** What does tomorrow need that is not on the van, what is on it, and what of that is spoken for? */
export function Van() {
  const [asked, ask] = useSearchParams();
  const vans = useQuery(vansQuery);
  const number = Number(asked.get('van')) || vans.data?.mine;
  const found = useQuery({ ...vanQuery({ number }), enabled: number !== undefined });
  const failed = [vans, found].find((one) => one.isLoadingError);
  if (failed) return <Trouble wrong={failed.error} retry={() => failed.refetch()} />;
  if (!vans.data || !found.data) return <Loading />;
  const { items, moves, name } = found.data;
  const all = vans.data.vans;
  const others = all.filter((one) => one.number !== found.data.number);
  const kinds = [
    { title: 'Springs', of: items.filter((one) => !one.is_part) },
    { title: 'Parts', of: items.filter((one) => one.is_part) },
  ];
  return (
    <Page>
      <PageTitle>{name}</PageTitle>
      {others.length > 0 && (
        <RadioButtons
          label="Which van"
          flow
          value={String(found.data.number)}
          pick={(picked) => ask({ van: picked }, { replace: true })}
          options={all.map((one) => ({
            id: String(one.number),
            text: `${one.name}${one.driver_name ? `, ${one.driver_name}` : ''}`,
          }))}
        />
      )}
      <Split $left="minmax(0, 1fr)">
        <Stack $gap={20}>
          <DayLoads van={found.data.number} />
          <LineLink to="/shop/order">What to order for the week</LineLink>
        </Stack>
        <Stack $gap={20}>
          {items.length === 0 && (
            <Quiet>Nothing is on this van yet. Load its list under Shop, or put something on.</Quiet>
          )}
          {kinds.map(({ title, of }) => (
            <Items key={title} title={title} items={of} van={found.data.number} others={others} />
          ))}
          <PutOn van={found.data.number} />
          <Stack $gap={6}>
            <Label>What came and went last</Label>
            {moves.length === 0 && <Quiet>Nothing yet.</Quiet>}
            {moves.map((one) => (
              <Row key={`${one.at} ${one.words} ${one.pieces}`} style={{ justifyContent: 'start' }}>
                <b>{one.pieces > 0 ? `+${one.pieces}` : `−${-one.pieces}`}</b>
                <span>
                  {one.words}: {one.why}
                  {one.where && `, ${one.where}`}
                </span>
                <Quiet>
                  {one.by}, {day(one.at)}
                </Quiet>
              </Row>
            ))}
          </Stack>
        </Stack>
      </Split>
    </Page>
  );
}
