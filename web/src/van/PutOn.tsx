import { useState } from 'react';
import styled from 'styled-components';
import { newId } from '../api/client';
import { Plain } from '../ui/buttons';
import { Field } from '../ui/Field';
import { Label, Panel, Row } from '../ui/layout';
import { RadioButtons } from '../ui/RadioButtons';
import { Refused } from '../ui/states';
import { isMetric, withUnit } from '../ui/units';
import { useMove } from './useMove';

const Three = styled.div`display: grid; grid-template-columns: repeat(auto-fit, minmax(120px, 1fr)); gap: 12px;`;

const KINDS = [
  { id: 'spring', text: 'Torsion springs' },
  { id: 'pair', text: 'Extension springs' },
  { id: 'part', text: 'A part' },
] as const;
const HANDS = [
  { id: 'unknown', text: 'hand not looked at' },
  { id: 'left', text: 'left-hand wound' },
  { id: 'right', text: 'right-hand wound' },
] as const;
const NOTHING = { wire_in: '', inside_diameter_in: '', length_in: '', hand: '' as 'left' | 'right' | '' };

/** The sizes as whoever typed them means them. */
const sizesMeant = ({ wire_in, inside_diameter_in, length_in }: typeof NOTHING) => ({
  wire_in: withUnit(wire_in, 'decimal'),
  inside_diameter_in: withUnit(inside_diameter_in, 'length'),
  length_in: withUnit(length_in, 'length'),
});

/** Springs or a part that come on a van. */
export function PutOn({ van }: { van: number }) {
  const move = useMove();
  const [kind, setKind] = useState<(typeof KINDS)[number]['id']>('spring');
  const [spring, setSpring] = useState(NOTHING);
  const [part, setPart] = useState('');
  const [classLb, setClassLb] = useState('');
  const [pieces, setPieces] = useState('1');
  const [id, setId] = useState(newId);
  const write = (name: keyof typeof NOTHING) => (typed: string) => setSpring({ ...spring, [name]: typed });
  const said = { spring: spring.wire_in && spring.length_in, pair: classLb, part }[kind];
  const isReady = /^\d{1,4}$/.test(pieces.trim()) && said.trim();
  const submit = () =>
    move.mutate(
      {
        id,
        van,
        why: 'restocked',
        pieces: Number(pieces),
        part: kind === 'part' ? part.trim() : '',
        ...(kind === 'spring' && { spring: { ...spring, ...sizesMeant(spring) } }),
        ...(kind === 'pair' && { pair: { class_lb: classLb } }),
      },
      {
        onSuccess: () => {
          setId(newId());
          setSpring(NOTHING);
          setPart('');
          setClassLb('');
          setPieces('1');
        },
      },
    );
  return (
    <Panel role="group" aria-label="Put on the van">
      <Label>Put on the van</Label>
      <RadioButtons label="What" flow value={kind} pick={setKind} options={KINDS} />
      {kind === 'spring' && (
        <>
          <Three>
            <Field
              label="Wire"
              hint={isMetric() ? '5.54' : '.218 or 7/32'}
              value={spring.wire_in}
              onChange={write('wire_in')}
            />
            <Field
              label="Inside diameter"
              hint={isMetric() ? '51' : '2'}
              value={spring.inside_diameter_in}
              onChange={write('inside_diameter_in')}
            />
            <Field
              label="Length"
              hint={isMetric() ? '826' : '32 1/2'}
              value={spring.length_in}
              onChange={write('length_in')}
            />
          </Three>
          <RadioButtons
            label="Hand of wind"
            flow
            value={spring.hand || 'unknown'}
            pick={(hand) => setSpring({ ...spring, hand: hand === 'unknown' ? '' : hand })}
            options={HANDS}
          />
        </>
      )}
      {kind === 'pair' && (
        <Field label="Class" hint="Pounds on its tag, of each spring of a pair" value={classLb} onChange={setClassLb} />
      )}
      {kind === 'part' && (
        <Field label="Part" hint="As the shop calls it" value={part} onChange={setPart} maxLength={80} />
      )}
      <Row style={{ justifyContent: 'start', alignItems: 'end' }}>
        <Field label="Pieces" value={pieces} onChange={setPieces} />
        <Plain isDisabled={!isReady || move.isPending} onPress={submit}>
          Put on
        </Plain>
      </Row>
      {move.isError && <Refused wrong={move.error} />}
    </Panel>
  );
}
