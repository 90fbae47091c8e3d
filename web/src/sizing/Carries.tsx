import type { Schemas } from '../api/client';
import { Caution } from '../ui/layout';

/** The weight the springs on the door are right for, against the scale. */
export function Carries({ carried }: { carried: Schemas['CarriedOut'] }) {
  return (
    <div role="region" aria-label="What these springs carry">
      <p>
        <b>{carried.sentence}</b>
      </p>
      {carried.stop && <Caution>{carried.stop}</Caution>}
    </div>
  );
}
