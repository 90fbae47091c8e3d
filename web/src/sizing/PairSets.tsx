import type { ReactNode } from 'react';
import type { Schemas } from '../api/client';
import { lineOf } from '../drawing/lines';
import { SideViewOf } from '../drawing/SideViewOf';
import { Plain } from '../ui/buttons';
import { Caution, Facts, Figure, Figures, Items, Label, Quiet, Split, Stack } from '../ui/layout';

type Props = {
  setup: Pick<Schemas['Setup'], 'door' | 'track' | 'drum'>;
  answer: Schemas['ExtensionAnswer'];
  doubts?: string[];
  /** Pick the pair set up the way of a school; nothing where nothing is picked here. */
  use?: ((option: string) => void) | undefined;
  children?: ReactNode;
  column?: boolean;
};

/** The class that holds the door, its set-up and cables, and the balance it gives. */
export function PairSets({ setup, answer, doubts = [], use, children, column = false }: Props) {
  const { pair, on_door: there, on_door_words } = answer;
  const lines = [
    ...(there ? [lineOf(there, 'pair on the door now', 'before')] : []),
    lineOf(pair.profile, `with the ${pair.class_lb} lb pair`, 'main'),
  ];
  return (
    <Split $left="minmax(320px, 410px)" $column={column}>
      <Stack>
        <h2>Pick the pair</h2>
        {doubts.map((doubt) => (
          <Caution key={doubt}>{doubt}</Caution>
        ))}
        <Figures>
          <Figure>
            {pair.class_lb}
            <small>{pair.class_words}</small>
          </Figure>
          <Figure>
            {pair.open_stretch_in}"<small>stretch at open, both sides alike</small>
          </Figure>
        </Figures>
        {on_door_words && <Quiet>{on_door_words}</Quiet>}
        <Caution>{pair.caution}</Caution>
        <Label>Set-up, each side</Label>
        <Facts>
          {pair.facts.map((fact) => (
            <Fact key={fact.name} name={fact.name} says={fact.says} />
          ))}
        </Facts>
        <Label>Stretch left at open: two schools</Label>
        {answer.schools.map((school) => (
          <Stack key={school.option} $gap={4}>
            <b>{school.name}</b>
            <Quiet>{school.says}</Quiet>
            {use && (
              <div>
                <Plain onPress={() => use(school.option)}>Set it up so: {school.name.toLowerCase()}</Plain>
              </div>
            )}
          </Stack>
        ))}
        <Label>Replace together</Label>
        <Items>
          {pair.parts.map((part) => (
            <li key={part}>{part}</li>
          ))}
        </Items>
      </Stack>
      <SideViewOf setup={setup} carrier={{ extension: pair.pair }} lines={lines} />
      {children}
    </Split>
  );
}

export function Fact({ name, says }: { name: string; says: ReactNode }) {
  return (
    <>
      <dt>{name}</dt>
      <dd>{says}</dd>
    </>
  );
}
