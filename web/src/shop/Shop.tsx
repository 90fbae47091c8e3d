import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { FileTrigger } from 'react-aria-components';
import { Link, Navigate, useParams } from 'react-router';
import styled from 'styled-components';
import { client, data, type Schemas } from '../api/client';
import { becomeSession, sessionQuery } from '../api/queries';
import { Books } from '../books/Books';
import { LineLink, Plain, PlainLink } from '../ui/buttons';
import { Page, Quiet, Row, Stack } from '../ui/layout';
import { PageTitle } from '../ui/PageTitle';
import { Loading, Refused } from '../ui/states';
import { Lists } from '../van/Lists';
import { Vans } from '../van/Vans';
import { AddPerson } from './AddPerson';
import { CalendarLink } from './CalendarLink';
import { Maintenance } from './Maintenance';
import { OwnPassword } from './OwnPassword';
import { OwnUnits } from './OwnUnits';
import { People } from './People';
import { Ways } from './Ways';
import { WhereItIs } from './WhereItIs';
import { WorkingDay } from './WorkingDay';

type Own = { me: NonNullable<Schemas['SessionOut']['person']>; shop: Schemas['ShopOut']; lead: boolean };

/** The pages of the shop, each one question, and what stands on it. */
const PAGES: { name: string; title: string; shows: (own: Own) => ReactNode }[] = [
  {
    name: '',
    title: 'People',
    shows: ({ me, lead }) => (
      <>
        <People me={me.username} lead={lead} />
        {lead ? <AddPerson /> : <Quiet>A lead adds people, loads lists and brings in calls from elsewhere.</Quiet>}
      </>
    ),
  },
  {
    name: 'lists',
    title: 'Vans and lists',
    shows: ({ lead }) => (
      <>
        <LineLink to="/shop/van">What is in the van now, and what came and went</LineLink>
        <LineLink to="/shop/order">What to order for the week</LineLink>
        <Vans lead={lead} />
        <Lists lead={lead} />
      </>
    ),
  },
  {
    name: 'place',
    title: 'Place and ways',
    shows: ({ shop, lead }) => (
      <>
        {lead && <WhereItIs shop={shop} />}
        {lead && <WorkingDay />}
        {lead && <Ways shop={shop} />}
        <LineLink to="/shop/knowledge">What the fault finder knows, and from where</LineLink>
      </>
    ),
  },
  {
    name: 'books',
    title: 'Books',
    shows: ({ lead }) => (lead ? <Books /> : <Quiet>A lead sees what the shop’s calls add up to.</Quiet>),
  },
  {
    name: 'records',
    title: 'Records',
    shows: ({ lead }) =>
      lead ? (
        <>
          <Maintenance />
          <ImportCall />
        </>
      ) : (
        <Quiet>A lead brings in calls from elsewhere, and sees when the last backup was made.</Quiet>
      ),
  },
  {
    name: 'own',
    title: 'Your own',
    shows: ({ me }) => (
      <>
        <OwnUnits units={me.units} />
        <CalendarLink />
        <OwnPassword />
      </>
    ),
  },
];

const Parts = styled.nav`display: flex; flex-wrap: wrap; gap: 6px; a { padding-inline: 14px; }
  a[aria-current] { border: 2px solid var(--action); box-shadow: inset 0 -6px 0 var(--action); }`;

/** Who works here, with what, where, and what comes in from elsewhere? */
export function Shop() {
  const { part = '' } = useParams();
  const queries = useQueryClient();
  const session = useQuery(sessionQuery);
  const signOut = useMutation({
    mutationFn: (everywhere: boolean) => data(client.DELETE('/api/session', { params: { query: { everywhere } } })),
    onSuccess: (found) => {
      becomeSession(queries, found);
    },
  });
  const me = session.data?.person;
  const shop = session.data?.shop;
  const page = PAGES.find(({ name }) => name === part);
  if (!me || !shop) return <Loading />;
  if (!page) return <Navigate to="/shop" replace />;
  return (
    <Page>
      <Row>
        <div>
          <PageTitle also={page.title}>{shop.name}</PageTitle>
          <Quiet>
            {shop.place} · signed in as {me.name}, {me.role}
          </Quiet>
        </div>
        <Row>
          <Plain onPress={() => signOut.mutate(true)}>Sign out on every tablet</Plain>
          <Plain onPress={() => signOut.mutate(false)}>Sign out</Plain>
        </Row>
      </Row>
      {signOut.isError && <Refused wrong={signOut.error} />}
      <Parts aria-label="Parts of the shop">
        {PAGES.map(({ name, title }) => (
          <PlainLink key={name} to={`/shop${name && `/${name}`}`} aria-current={name === part ? 'page' : undefined}>
            {title}
          </PlainLink>
        ))}
      </Parts>
      {page.shows({ me, shop, lead: me.role === 'lead' })}
      <Quiet as="footer">North Hinge {import.meta.env.VITE_VERSION}</Quiet>
    </Page>
  );
}

function ImportCall() {
  const queries = useQueryClient();
  const bringIn = useMutation({
    mutationFn: (file: File) =>
      data(
        client.POST('/api/import', {
          body: { file: '' },
          bodySerializer: () => {
            const form = new FormData();
            form.append('file', file);
            return form;
          },
        }),
      ),
    onSuccess: () => queries.invalidateQueries(),
  });
  const take = (files: FileList | null) => {
    const file = files?.[0];
    if (file) bringIn.mutate(file);
  };
  return (
    <Stack role="group" aria-label="Bring in a call or a door">
      <h2>Bring in a call or a door</h2>
      <Quiet>
        A document (JSON) as “Close” hands out a call, or a door’s file all its calls. It comes in whole or not at all;
        what is here already stays as it is.
      </Quiet>
      <div>
        <FileTrigger acceptedFileTypes={['.json', 'application/json']} onSelect={take}>
          <Plain isDisabled={bringIn.isPending}>{bringIn.isPending ? 'Reading the file' : 'Choose the file'}</Plain>
        </FileTrigger>
      </div>
      {bringIn.isError && <Refused wrong={bringIn.error} />}
      {bringIn.data && (
        <p role="status">
          Brought in:{' '}
          <Link to={bringIn.data.key ? `/calls/${bringIn.data.key}/close` : `/doors/${bringIn.data.door_key}`}>
            {bringIn.data.door_name}
          </Link>
          {!bringIn.data.key && `, ${bringIn.data.calls} calls that were not here yet`}
        </p>
      )}
    </Stack>
  );
}
