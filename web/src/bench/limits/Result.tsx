import { useQuery } from '@tanstack/react-query';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { limitsQuery } from '../../api/queries';
import { type End, LimitRail } from '../../drawing/LimitRail';
import { Figure, Figures, Quiet, Stack } from '../../ui/layout';
import { Loading, Refused } from '../../ui/states';
import { plain, unitSaid } from '../../ui/units';
import type { ResultProps } from '../result';
import { numberOf } from '../values';

const Do = styled.p`font: 600 24px/1.25 'Barlow Condensed', sans-serif;`;
type Values = Schemas['Sheet']['values'];

/** Turns of each limit screw, and where the trolley stops now. */
export function Result({ sheet: { values }, type }: ResultProps) {
  const told = numberOf(values, 'inches_per_turn');
  const document = {
    kind: 'screw' as const,
    up: endOf(values, 'up'),
    down: endOf(values, 'down'),
    ...(told ? { inches_per_turn: told } : {}),
  };
  const found = useQuery(limitsQuery(document));
  if (found.isError) return <Refused wrong={found.error} />;
  if (!found.data) return <Loading />;
  const { up, down, after } = found.data;
  const learned = (up ?? down)?.inches_per_turn;
  return (
    <Stack>
      <LimitRail
        up={document.up?.off_in ?? null}
        down={document.down?.off_in ?? null}
        onStop={(end: End, off: number) =>
          type({
            [`limit_${end}_stops`]: off > 0 ? 'beyond' : 'short',
            [`limit_${end}_off_in`]: `${Math.abs(off)} in`,
          })
        }
      />
      <Quiet>Drag a stop to where the empty trolley comes to rest.</Quiet>
      {up && <Do>{up.sentence}</Do>}
      {down && <Do>{down.sentence}</Do>}
      {learned && (
        <Figures>
          <Figure>
            {plain(learned.likely, 'in', 1)}
            <small>
              {unitSaid('in')} of travel a turn, {plain(learned.low, 'in', 1)} to {plain(learned.high, 'in', 1)}: this
              unit, as far as its corrections tell
            </small>
          </Figure>
        </Figures>
      )}
      <Quiet>{after}</Quiet>
      <Quiet>
        Door released, opener unplugged while a screwdriver is at the head. The maker’s manual and local codes come
        first.
      </Quiet>
    </Stack>
  );
}

function endOf(values: Values, end: 'up' | 'down'): Schemas['LimitEnd'] | null {
  const off = numberOf(values, `limit_${end}_off_in`);
  if (off === undefined) return null;
  const turns = numberOf(values, `limit_${end}_turned`);
  const moved = numberOf(values, `limit_${end}_moved_in`);
  return {
    off_in: values[`limit_${end}_stops`] === 'beyond' ? off : -off,
    history: turns !== undefined && moved !== undefined ? [{ turns, moved_in: moved }] : [],
  };
}
