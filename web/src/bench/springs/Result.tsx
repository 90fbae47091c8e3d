import { useQuery } from '@tanstack/react-query';
import { useDeferredValue } from 'react';
import type { Schemas } from '../../api/client';
import { torsionOn } from '../../api/onDoor';
import { compareQuery, sizeQuery, torsionQuery } from '../../api/queries';
import { shopListsQuery } from '../../api/stockQueries';
import { useSetOptions } from '../../sizing/setOptions';
import { TorsionSets } from '../../sizing/TorsionSets';
import { Quiet, Sheet } from '../../ui/layout';
import { Loading, Refused } from '../../ui/states';
import type { ResultProps } from '../result';
import { numberOf } from '../values';

/** What the springs on the door do and carry, and which belong there. */
export function Result({ sheet }: ResultProps) {
  const { setup, wrong_setup, on_door: there, said } = sheet;
  return (
    <>
      {(torsionOn(there)?.springs ?? []).map((spring, place) => (
        <OneSpring key={said.springs[place]?.says} spring={spring} />
      ))}
      {setup?.drum && !wrong_setup ? (
        <Sets sheet={sheet} setup={setup} drum={setup.drum} />
      ) : (
        <Quiet>
          Type the four numbers of a spring to see what it gives; type the door, track and drum to see what belongs on
          it.
          {sheet.missing.length ? ` ${sheet.missing.length} numbers of the door are missing.` : ''}
        </Quiet>
      )}
    </>
  );
}

type SetsProps = { sheet: Schemas['Sheet']; setup: Schemas['Setup']; drum: Schemas['Drum'] };

function Sets({ sheet: { values, on_door: there, cycles_wanted }, setup, drum }: SetsProps) {
  const asked = useSetOptions();
  const lists = useQuery(shopListsQuery);
  const springs = torsionOn(there)?.springs ?? [];
  const question = {
    door: setup.door,
    track: setup.track,
    drum,
    cycles: cycles_wanted,
    household: typeof values.household === 'string' ? values.household : null,
    on_door_duplex: torsionOn(there)?.duplex ?? false,
    width_in: numberOf(values, 'width_in') ?? null,
    options: { shaft_length_in: numberOf(values, 'shaft_length_in') ?? null },
  };
  const options = { ...question.options, ...asked.options };
  const size = useQuery(sizeQuery({ ...question, options, on_door: springs.length ? springs : null }));
  const compared = useQuery({ ...compareQuery({ ...question, on_door: springs }), enabled: springs.length > 0 });
  // A table of sets is drawn in slices too, whenever it is worked out anew.
  const answer = useDeferredValue(size.data);
  if (size.isError) return <Refused wrong={size.error} />;
  if (!answer) return <Loading />;
  return (
    <TorsionSets
      column
      setup={setup}
      answer={answer}
      compared={compared.data}
      asked={asked}
      hasVan={lists.data?.some((one) => one.kind === 'van') ?? false}
    />
  );
}

function OneSpring({ spring }: { spring: Schemas['SpringKind'] }) {
  const { wire_in, inside_diameter_in, length_in } = spring;
  const found = useQuery(torsionQuery({ wire_in, inside_diameter_in, length_in }));
  if (found.isError) return <Refused wrong={found.error} />;
  return found.data ? (
    <Sheet>
      {found.data.said.map((sentence) => (
        <p key={sentence}>{sentence}</p>
      ))}
    </Sheet>
  ) : null;
}
