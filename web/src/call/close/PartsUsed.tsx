import { useQuery } from '@tanstack/react-query';
import { vanQuery } from '../../api/stockQueries';
import { Plain } from '../../ui/buttons';
import { useDraft } from '../../ui/draft';
import { Field } from '../../ui/Field';
import { Label, Panel, Quiet, Row, Stack } from '../../ui/layout';
import { TakeBack } from '../TakeBack';
import type { Call } from '../useCall';

/** What went into the door beside its springs? One touch for a part of the van, the name for any other. */
export function PartsUsed({ call }: { call: Call }) {
  const van = useQuery(vanQuery({ call: call.call.key }));
  const [other, setOther] = useDraft('part');
  const { parts_used, went_on, closed } = call.state;
  const use = (part: string) => call.enter({ kind: 'part_used', part, pieces: 1 });
  const gone = new Set(Object.keys(went_on).map((name) => name.toLowerCase()));
  const known = (van.data?.items ?? []).filter((one) => one.is_part && !gone.has(one.words.toLowerCase()));
  const along = Object.entries(went_on).map(([name, pieces]) => `${pieces} × ${name}`);
  if (closed && !parts_used.length) return null;
  return (
    <Stack role="group" aria-label="Parts used" $gap={6}>
      <Label>Parts used</Label>
      {parts_used.map((one) => (
        <Row key={one.entry}>
          <span>{one.words}</span>
          {!closed && <TakeBack call={call} entry={one.entry} of={one.words} />}
        </Row>
      ))}
      {!closed && (
        <Panel>
          {along.length > 0 && <Quiet>Left the van as it went on the door: {along.join('; ')}.</Quiet>}
          {known.length > 0 && (
            <Row style={{ justifyContent: 'start' }}>
              {known.map((one) => (
                <Plain key={one.key} onPress={() => use(one.words)}>
                  {one.words}
                </Plain>
              ))}
            </Row>
          )}
          <Field label="Another part" value={other} onChange={setOther} maxLength={80} />
          <div>
            <Plain
              isDisabled={!other.trim()}
              onPress={() => {
                use(other.trim());
                setOther('');
              }}
            >
              Used one
            </Plain>
          </div>
        </Panel>
      )}
    </Stack>
  );
}
