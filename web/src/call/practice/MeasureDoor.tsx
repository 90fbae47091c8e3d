import { Plain } from '../../ui/buttons';
import { Label, Stack } from '../../ui/layout';
import { type Act, Acts, type Site } from './deeds';

/** Tape and scale: what the file lacks first. */
export function MeasureDoor({ site, act }: { site: Site; act: Act }) {
  return (
    <Stack $gap={8} role="group" aria-label="Measure the door">
      <Label>Tape and scale</Label>
      <Acts>
        {[...site.sizes]
          .sort((one, other) => Number(other.is_missing) - Number(one.is_missing))
          .map((one) => (
            <Plain key={one.field} onPress={() => act('measure', one.field)}>
              {one.label}
            </Plain>
          ))}
      </Acts>
    </Stack>
  );
}
