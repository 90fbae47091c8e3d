import type { Schemas } from '../api/client';
import { BENCH, type BenchName, toBench } from '../bench/pages';
import { PlainLink } from '../ui/buttons';
import { Quiet, Row } from '../ui/layout';

const PAGES: BenchName[] = ['placement', 'survey', 'clearance'];

/** What can be reckoned for this door before an opener is chosen: its sizes already typed. */
export function OnBench({ file }: { file: Schemas['DoorFile'] }) {
  const measured: Record<string, unknown> = file.record.measured ?? {};
  const known = file.facts.map((fact) => ({ ...fact, value: measured[fact.field] }));
  return (
    <>
      <Quiet>Reckon with these sizes</Quiet>
      <Row style={{ justifyContent: 'start' }}>
        {BENCH.filter(({ name }) => PAGES.includes(name)).map(({ name, title }) => (
          <PlainLink key={name} to={toBench(name, known, file.said)}>
            {title}
          </PlainLink>
        ))}
      </Row>
    </>
  );
}
