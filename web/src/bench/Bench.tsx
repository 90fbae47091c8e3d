import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import styled from 'styled-components';
import { knowledgeQuery } from '../api/queries';
import { ToolDrawing } from '../drawing/ToolDrawing';
import { LineLink } from '../ui/buttons';
import { Page, Quiet } from '../ui/layout';
import { PageTitle } from '../ui/PageTitle';
import { Loading, Trouble } from '../ui/states';

const List = styled.ul`list-style: none; margin: 0; padding: 0; border-top: 1px solid var(--edge); display: grid; grid-template-columns: repeat(auto-fit, minmax(min(440px, 100%), 1fr)); column-gap: 28px;
  a { display: grid; grid-template-columns: 104px minmax(0, 1fr); gap: 2px 16px; align-items: center; height: 100%; padding: 10px 6px; border-bottom: 1px solid var(--line); color: var(--ink); text-decoration: none; }
  a:hover { background: var(--sheet); } b { font: 600 26px/1.1 'Barlow Condensed', sans-serif; }
  svg { grid-row: 1 / span 3; align-self: center; }`;

/** Which question do I have, with no call open? */
export function Bench() {
  const knowledge = useQuery(knowledgeQuery);
  if (knowledge.isLoadingError) return <Trouble wrong={knowledge.error} retry={() => knowledge.refetch()} />;
  if (!knowledge.data) return <Loading />;
  return (
    <Page>
      <div>
        <PageTitle>Bench</PageTitle>
        <Quiet>
          The same arithmetic without a call, each with what it says to usual numbers. Inputs stay in the address: share
          it, or keep it with a door.
        </Quiet>
      </div>
      <LineLink to="/practice">Practice doors: lessons, and a new door each day</LineLink>
      <List>
        {knowledge.data.bench.map((page) => (
          <li key={page.name}>
            <Link to={`/bench/${page.name}`}>
              <ToolDrawing name={page.name ?? ''} />
              <b>{page.title}</b>
              <span>{page.decides}</span>
              <Quiet>{page.answer}</Quiet>
            </Link>
          </li>
        ))}
      </List>
    </Page>
  );
}
