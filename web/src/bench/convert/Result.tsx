import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { convertQuery } from '../../api/queries';
import { lineOf } from '../../drawing/lines';
import { SideViewOf } from '../../drawing/SideViewOf';
import { Caution, Items, Label, Quiet, Split, Stack, Table } from '../../ui/layout';
import { RadioButtons } from '../../ui/RadioButtons';
import { Loading, Refused } from '../../ui/states';
import { feet } from '../../ui/words';
import type { ResultProps } from '../result';
import { numberOf } from '../values';

type To = Schemas['ConvertAnswer']['to'];

/** Both ways to carry the door, and what to take off and put on. */
export function Result({ sheet, typed, type }: ResultProps) {
  const { setup, wrong_setup } = sheet;
  const to: To = typed.to === 'torsion' ? 'torsion' : 'extension';
  return (
    <Stack $gap={14}>
      <RadioButtons
        label="Change over to"
        flow
        value={to}
        pick={(picked) => type({ to: picked })}
        options={[
          { id: 'extension', text: 'Torsion off, extension on' },
          { id: 'torsion', text: 'Extension off, torsion on' },
        ]}
      />
      {setup?.drum && !wrong_setup ? (
        <Conversion sheet={sheet} setup={setup} drum={setup.drum} to={to} />
      ) : (
        <Quiet>Type the door, its track and the drum. {sheet.missing.length} numbers are missing.</Quiet>
      )}
    </Stack>
  );
}

type Props = { sheet: Schemas['Sheet']; setup: Schemas['Setup']; drum: Schemas['Drum']; to: To };

function Conversion({ sheet: { values, cycles_wanted }, setup, drum, to }: Props) {
  const found = useQuery(
    convertQuery({
      door: setup.door,
      track: setup.track,
      drum,
      cycles: cycles_wanted,
      household: typeof values.household === 'string' ? values.household : null,
      width_in: numberOf(values, 'width_in') ?? null,
      options: { shaft_length_in: numberOf(values, 'shaft_length_in') ?? null },
      to,
    }),
  );
  if (found.isError) return <Refused wrong={found.error} />;
  if (!found.data) return <Loading />;
  const { torsion, extension, take_off, put_on, changes, caution, drum_cable_in } = found.data;
  const lines = [
    ...(torsion ? [lineOf(torsion.profile, 'torsion', to === 'torsion' ? 'main' : 'before')] : []),
    lineOf(extension.profile, 'extension', to === 'extension' ? 'main' : 'before'),
  ];
  return (
    <Split $column>
      <Stack>
        <Caution>{caution}</Caution>
        <Table>
          <thead>
            <tr>
              <td />
              <th>Torsion</th>
              <th>Extension</th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row">Springs</th>
              <td>{torsion ? torsion.said.springs : 'no stock set fits'}</td>
              <td>{extension.words}</td>
            </tr>
            <tr>
              <th scope="row">Set-up</th>
              <td>{torsion ? torsion.said.turns : '–'}</td>
              <td>{extension.open_stretch_in} in at open</td>
            </tr>
            <tr>
              <th scope="row">Cable</th>
              <td>{feet(drum_cable_in)}</td>
              <td>{feet(extension.lifting_cable_in)}</td>
            </tr>
            <tr>
              <th scope="row">Worst</th>
              <td>{torsion ? `${torsion.said.heaviest}; ${torsion.said.hottest}` : '–'}</td>
              <td>{`${extension.profile.heaviest}; ${extension.profile.hottest}`}</td>
            </tr>
            <tr>
              <th scope="row">Lasts</th>
              <td>{torsion ? torsion.said.life : '–'}</td>
              <td>{extension.life_words}</td>
            </tr>
          </tbody>
        </Table>
        <Listed title="Take off" items={take_off} />
        <Listed title="Put on" items={put_on} />
        <Listed title="What changes" items={changes} />
      </Stack>
      <SideViewOf
        setup={setup}
        carrier={to === 'extension' ? { extension: extension.pair } : undefined}
        lines={lines}
      />
    </Split>
  );
}

function Listed({ title, items }: { title: string; items: string[] }) {
  return (
    <Stack $gap={4}>
      <Label>{title}</Label>
      <Items>
        {items.map((item) => (
          <li key={item}>{item}</li>
        ))}
      </Items>
    </Stack>
  );
}
