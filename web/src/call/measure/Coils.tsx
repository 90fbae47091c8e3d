import { useQuery } from '@tanstack/react-query';
import { identifyQuery, sheetQuery } from '../../api/queries';
import { Choice } from '../../ui/buttons';
import { useDraft } from '../../ui/draft';
import { Field } from '../../ui/Field';
import { Panel, Quiet, Stack, Two } from '../../ui/layout';
import { Refused } from '../../ui/states';
import { isMetric, sized, withUnit } from '../../ui/units';
import { wire } from '../../ui/words';

/** Which standard wire is it, by what the tape says across 10 and 20 coils? */
export function Coils({ keep }: { keep: (wire: number) => void }) {
  const [ten, setTen] = useDraft('coils.ten');
  const [twenty, setTwenty] = useDraft('coils.twenty');
  const sheet = useQuery(
    sheetQuery({ ten_coils_in: withUnit(ten, 'length'), twenty_coils_in: withUnit(twenty, 'length') }),
  );
  const read = (name: string) => {
    const value = sheet.data?.values[name];
    return typeof value === 'number' ? value : null;
  };
  const readings = { ten_coils_in: read('ten_coils_in'), twenty_coils_in: read('twenty_coils_in') };
  const given = Boolean(ten.trim() || twenty.trim()) && (readings.ten_coils_in ?? readings.twenty_coils_in) !== null;
  const found = useQuery({ ...identifyQuery(readings), enabled: given });
  const problem = (name: string) => {
    const said = sheet.data?.problems[name];
    return said ? { mistake: said } : {};
  };
  return (
    <Panel role="group" aria-label="Wire from its coils">
      <Two>
        <Field label="Across 10 coils" value={ten} onChange={setTen} {...problem('ten_coils_in')} />
        <Field label="Across 20 coils" value={twenty} onChange={setTwenty} {...problem('twenty_coils_in')} />
      </Two>
      {given && found.isError && <Refused wrong={found.error} />}
      {given && found.data && (
        <Stack $gap={6}>
          <Quiet>
            {sized(found.data.measured_wire_in, 'in', 4)} to a coil. {found.data.sure_words}
          </Quiet>
          {found.data.candidates.map((one) => (
            <Choice key={one.wire_in} onPress={() => keep(one.wire_in)}>
              {isMetric() ? wire(one.wire_in) : `${one.wire_in} in`} wire, {one.chance_words} likely
            </Choice>
          ))}
        </Stack>
      )}
    </Panel>
  );
}
