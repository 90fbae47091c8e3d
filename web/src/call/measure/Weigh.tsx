import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { client, data, type Schemas } from '../../api/client';
import { knowledgeQuery, weighQuery } from '../../api/queries';
import { Action, Choice, Plain } from '../../ui/buttons';
import { useDraft } from '../../ui/draft';
import { Field } from '../../ui/Field';
import { Caution, Panel, Quiet, Stack, Two } from '../../ui/layout';
import { RadioButtons } from '../../ui/RadioButtons';
import { Refused } from '../../ui/states';
import { isMetric, plain, sized, withUnit } from '../../ui/units';
import { measuredNumber } from '../measured';
import type { Call } from '../useCall';

const Weight = styled.p`font: 600 30px 'Barlow Condensed', sans-serif;`;

type Answer = Schemas['WeighAnswer'];

/** More than one reading, or none: what does the door weigh, and is that sure enough for springs? */
export function Weigh({ call, done }: { call: Call; done: () => void }) {
  const [estimating, setEstimating] = useState(false);
  const keep = (answer: Answer) => {
    const how = { method: answer.method, low: answer.low_lb, high: answer.high_lb };
    call.enter({ kind: 'measured', field: 'weight_lb', typed: sized(answer.weight_lb, 'lb'), how });
    done();
  };
  return (
    <Panel role="group" aria-label="Weigh the door">
      {estimating ? <Estimate call={call} keep={keep} /> : <Scales keep={keep} />}
      <Plain onPress={() => setEstimating(!estimating)}>{estimating ? 'Read a scale' : 'No scale: estimate'}</Plain>
    </Panel>
  );
}

function Scales({ keep }: { keep: (answer: Answer) => void }) {
  const [left, setLeft] = useDraft('scale.left');
  const [right, setRight] = useDraft('scale.right');
  const weigh = useMutation({
    mutationFn: async () => {
      const typed = { readings_lb: withUnit(left, 'weights'), right_readings_lb: withUnit(right, 'weights') };
      const sheet = await data(client.POST('/api/bench/sheet', { body: { typed } }));
      const wrong = Object.values(sheet.problems)[0];
      if (wrong) throw new Error(wrong);
      const list = (name: string) => (Array.isArray(sheet.values[name]) ? (sheet.values[name] as number[]) : null);
      const body = { readings_lb: list('readings_lb'), right_readings_lb: list('right_readings_lb') };
      return data(client.POST('/api/bench/weigh', { body }));
    },
  });
  return (
    <>
      <Two>
        <Field
          label="Scale, or left scale"
          hint={isMetric() ? '58, 59.5' : '128, 131'}
          value={left}
          onChange={setLeft}
        />
        <Field label="Right scale" hint="only where there are two" value={right} onChange={setRight} />
      </Two>
      <Result answer={weigh.data} wrong={weigh.error} keep={keep} />
      <Action isDisabled={!left.trim() || weigh.isPending} onPress={() => weigh.mutate()}>
        Weigh it
      </Action>
    </>
  );
}

const EXTRAS: { text: string; on_each?: Record<string, number>; on_top?: Record<string, number> }[] = [
  { text: 'Strut on every section', on_each: { strut: 1 } },
  { text: 'Strut on the top section', on_top: { strut: 1 } },
  { text: 'Glass, two fifths of the top section', on_top: { glass: 0.4 } },
  { text: 'Insulation kit fitted later', on_each: { insulation_kit: 1 } },
  { text: 'Opener bracket', on_top: { opener_bracket: 1 } },
];

/** What the door weighs by what it is made of. */
function Estimate({ call, keep }: { call: Call; keep: (answer: Answer) => void }) {
  const knowledge = useQuery(knowledgeQuery);
  const [material, setMaterial] = useState('');
  const [extras, setExtras] = useState<readonly number[]>([]);
  const number = (field: string) => measuredNumber(call.state, field) ?? 0;
  const [width, height, count] = [number('width_in'), number('height_in'), number('section_count')];
  const on = (where: 'on_each' | 'on_top') => Object.assign({}, ...extras.map((place) => EXTRAS[place]?.[where]));
  const estimate = useQuery({
    ...weighQuery({
      width_in: width,
      thickness_in: measuredNumber(call.state, 'thickness_in') ?? null,
      alike: { height_in: height, section_count: count, material, on_each: on('on_each'), on_top: on('on_top') },
    }),
    enabled: material !== '',
  });
  if (!width || !height || !count)
    return <Quiet>An estimate needs the width, the height and the number of sections first.</Quiet>;
  return (
    <Stack $gap={8}>
      <RadioButtons
        label="Made of"
        options={knowledge.data?.sections ?? []}
        value={material || null}
        pick={setMaterial}
      />
      <Two role="group" aria-label="On it">
        {EXTRAS.map((one, place) => (
          <Choice
            key={one.text}
            aria-pressed={extras.includes(place)}
            onPress={() => setExtras(extras.includes(place) ? extras.filter((at) => at !== place) : [...extras, place])}
          >
            {one.text}
          </Choice>
        ))}
      </Two>
      <Result answer={estimate.data} wrong={estimate.error} keep={keep} />
    </Stack>
  );
}

type ResultProps = { answer: Answer | undefined; wrong: Error | null; keep: (answer: Answer) => void };

function Result({ answer, wrong, keep }: ResultProps) {
  if (wrong) return <Refused wrong={wrong} />;
  if (!answer) return null;
  return (
    <div role="status">
      <Weight>
        {answer.estimate ? 'About ' : ''}
        {sized(answer.weight_lb, 'lb')}, {plain(answer.low_lb, 'lb')} to {plain(answer.high_lb, 'lb')}
      </Weight>
      {answer.warnings.map((warning) => (
        <Caution key={warning}>{warning}</Caution>
      ))}
      <Plain onPress={() => keep(answer)}>Keep {sized(answer.weight_lb, 'lb')}</Plain>
    </div>
  );
}
