import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { client, data, type Schemas } from '../../api/client';
import { knowledgeQuery } from '../../api/queries';
import { Action, Choice, Plain } from '../../ui/buttons';
import { Field } from '../../ui/Field';
import { Caution, Quiet, Stack } from '../../ui/layout';
import { Refused } from '../../ui/states';
import type { Call } from '../useCall';

const Box = styled.div`background: var(--sheet); border: 1px solid var(--edge); padding: 14px; display: grid; gap: 10px;`;
const Weight = styled.p`font: 600 30px 'Barlow Condensed', sans-serif;`;
const Two = styled.div`display: grid; grid-template-columns: 1fr 1fr; gap: 10px;`;

type Answer = Schemas['WeighAnswer'];
const write = (pounds: number) => Math.round(pounds).toString();

/** More than one reading, or none: what does the door weigh, and is that sure enough for springs? */
export function Weigh({ call, done }: { call: Call; done: () => void }) {
  const [estimating, setEstimating] = useState(false);
  const keep = (answer: Answer) => {
    call.enter({ kind: 'measured', field: 'weight_lb', typed: `${write(answer.weight_lb)} lb` });
    done();
  };
  return (
    <Box role="group" aria-label="Weigh the door">
      {estimating ? <Estimate call={call} keep={keep} /> : <Scales keep={keep} />}
      <Plain onPress={() => setEstimating(!estimating)}>{estimating ? 'Read a scale' : 'No scale: estimate'}</Plain>
    </Box>
  );
}

function Scales({ keep }: { keep: (answer: Answer) => void }) {
  const [left, setLeft] = useState('');
  const [right, setRight] = useState('');
  const weigh = useMutation({
    mutationFn: async () => {
      const typed = { readings_lb: left, right_readings_lb: right };
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
        <Field label="Scale, or left scale" hint="128, 131" value={left} onChange={setLeft} />
        <Field label="Right scale" hint="only where there are two" value={right} onChange={setRight} />
      </Two>
      <Result answer={weigh.data} wrong={weigh.error} keep={keep} />
      <Action isDisabled={!left.trim() || weigh.isPending} onPress={() => weigh.mutate()}>
        Weigh it
      </Action>
    </>
  );
}

function Estimate({ call, keep }: { call: Call; keep: (answer: Answer) => void }) {
  const knowledge = useQuery(knowledgeQuery);
  const [material, setMaterial] = useState('');
  const [struts, setStruts] = useState(0);
  const number = (field: string) => {
    const value = call.state.measured.find((one) => one.field === field)?.value;
    return typeof value === 'number' ? value : undefined;
  };
  const [width, height, count] = [number('width_in'), number('height_in'), number('section_count')];
  const estimate = useMutation({
    mutationFn: (chosen: string) => {
      const sections = Array.from({ length: count ?? 0 }, (_, place) => ({
        height_in: (height ?? 0) / (count ?? 1),
        material: chosen,
        extras: {
          ...(place >= (count ?? 0) - struts ? { strut: 1 } : {}),
          ...(place === 0 ? { bottom_seal: 1 } : {}),
        },
      }));
      return data(client.POST('/api/bench/weigh', { body: { width_in: width ?? 0, sections } }));
    },
  });
  if (width === undefined || height === undefined || count === undefined)
    return <Quiet>An estimate needs the width, the height and the number of sections first.</Quiet>;
  return (
    <Stack $gap={8}>
      {knowledge.data?.sections.map((one) => (
        <Choice
          key={one.id}
          aria-pressed={material === one.id}
          onPress={() => {
            setMaterial(one.id);
            estimate.mutate(one.id);
          }}
        >
          {one.text}
        </Choice>
      ))}
      <Plain
        onPress={() => {
          setStruts((struts + 1) % (count + 1));
          estimate.reset();
          setMaterial('');
        }}
      >
        Struts, from the top down: {struts}
      </Plain>
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
        {write(answer.weight_lb)} lb, {write(answer.low_lb)} to {write(answer.high_lb)}
      </Weight>
      {answer.warnings.map((warning) => (
        <Caution key={warning}>{warning}</Caution>
      ))}
      <Plain onPress={() => keep(answer)}>Keep {write(answer.weight_lb)} lb</Plain>
    </div>
  );
}
