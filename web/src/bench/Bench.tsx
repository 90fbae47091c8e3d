import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import styled from 'styled-components';
import { knowledgeQuery } from '../api/queries';
import { Page, Quiet } from '../ui/layout';
import { PageTitle } from '../ui/PageTitle';
import { Loading, Trouble } from '../ui/states';

const List = styled.ul`list-style: none; margin: 0; padding: 0; border-top: 1px solid var(--edge); display: grid; grid-template-columns: repeat(auto-fit, minmax(min(400px, 100%), 1fr)); column-gap: 28px;
  a { display: grid; gap: 2px; padding: 14px 6px; border-bottom: 1px solid var(--line); color: var(--ink); text-decoration: none; min-height: 64px; }
  a:hover { background: var(--sheet); } b { font: 600 26px 'Barlow Condensed', sans-serif; }`;

const SUN = {
  name: 'sun',
  title: 'Sun',
  decides: 'Does the low sun stand in the receiver, and does the other side stay out of it?',
};

const PRACTICE = {
  name: 'practice',
  title: 'Try an opener',
  decides: 'What does a unit do to what I press? A simulated one, to try limits, force and proofs at a desk.',
};

/** Which question do I have, with no call open? */
export function Bench() {
  const knowledge = useQuery(knowledgeQuery);
  if (knowledge.isError) return <Trouble wrong={knowledge.error} retry={() => knowledge.refetch()} />;
  if (!knowledge.data) return <Loading />;
  return (
    <Page>
      <div>
        <PageTitle>Bench</PageTitle>
        <Quiet>The same arithmetic without a call. Inputs stay in the address: share it, or keep it with a door.</Quiet>
      </div>
      <List>
        {[...knowledge.data.bench, SUN, PRACTICE].map((page) => (
          <li key={page.name}>
            <Link to={`/bench/${page.name}`}>
              <b>{page.title}</b>
              <span>{page.decides}</span>
            </Link>
          </li>
        ))}
      </List>
    </Page>
  );
}
