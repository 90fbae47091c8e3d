import { useQuery } from '@tanstack/react-query';
import { toBench } from '../api/bench';
import type { Schemas } from '../api/client';
import { knowledgeQuery } from '../api/queries';
import { PlainLink } from '../ui/buttons';
import { Quiet, Row } from '../ui/layout';

const PAGES = ['placement', 'survey', 'clearance'];

/** What can be reckoned for this door before an opener is chosen: its sizes already typed. */
export function OnBench({ file }: { file: Schemas['DoorFile'] }) {
  const knowledge = useQuery(knowledgeQuery);
  const pages = knowledge.data?.bench.filter(({ name }) => name && PAGES.includes(name)) ?? [];
  const measured: Record<string, unknown> = file.record.measured ?? {};
  const known = file.facts.map((fact) => ({ ...fact, value: measured[fact.field] }));
  return (
    <>
      <Quiet>Reckon with these sizes</Quiet>
      <Row style={{ justifyContent: 'start' }}>
        {pages.map((page) => (
          <PlainLink key={page.name} to={toBench(page, known, file.said)}>
            {page.title}
          </PlainLink>
        ))}
      </Row>
    </>
  );
}
