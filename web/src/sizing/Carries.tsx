import type { Schemas } from '../api/client';
import { Caution } from '../ui/layout';
import { percent } from '../ui/words';

const VERDICTS = { right: 'right for this door', doubtful: 'doubtful on this door', wrong: 'wrong for this door' };

/** The weight the springs on the door are right for, against the scale. */
export function Carries({ carried }: { carried: Schemas['Carried'] }) {
  const { sprung_weight_lb, difference, verdict, stop } = carried;
  return (
    <div role="region" aria-label="What these springs carry">
      <p>
        <b>These carry {Math.round(sprung_weight_lb)} lb</b>
        {verdict ? `: ${VERDICTS[verdict]} (${percent(difference ?? 0)}).` : '.'}
      </p>
      {stop && (
        <Caution>
          Stop: springs and door are more than a third apart. This door needs a second person, the maker or an engineer.
        </Caution>
      )}
    </div>
  );
}
