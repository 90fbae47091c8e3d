import { useState } from 'react';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { Plain } from '../ui/buttons';
import { Field } from '../ui/Field';
import { Stack } from '../ui/layout';
import type { BenchEntry } from './pages';

const Select = styled.label`display: grid; gap: 4px; font-weight: 600;
  select { font: 500 18px Barlow, sans-serif; color: var(--ink); background: var(--sheet); border: 1px solid var(--edge); border-radius: 2px; min-height: 48px; padding: 6px 10px; width: 100%; }
  select:focus-visible { outline: 3px solid var(--action); }`;

type Props = {
  page: BenchEntry;
  sheet: Schemas['Sheet'];
  fields: Schemas['FieldOut'][];
  typed: Record<string, string>;
  type: (name: string, text: string) => void;
};

/** The measurements a bench page takes, as typed; each is read when it is left. */
export function Inputs({ page, sheet, fields, typed, type }: Props) {
  const [rare, setRare] = useState(false);
  const asked = page.fields
    ? page.fields.map((field) => ({ field, rare: false, needed: false, usual: '' }))
    : sheet.asked.filter((one) => page.groups.includes(one.group) && one.field !== 'counterbalance');
  const shown = asked.filter((one) => rare || !one.rare || typed[one.field]);
  const known = new Map(fields.map((field) => [field.name, field]));
  return (
    <Stack $gap={10} role="group" aria-label="Measurements">
      {shown.map((one) => {
        const field = known.get(one.field);
        if (!field) return null;
        const missing = one.needed && !typed[one.field];
        return field.choices.length ? (
          <OneOf key={one.field} field={field} usual={one.usual} typed={typed[one.field] ?? ''} type={type} />
        ) : (
          <Typed
            // A new value in the address (emptied, gone back) starts the field anew.
            key={`${one.field} ${typed[one.field] ?? ''}`}
            field={field}
            first={typed[one.field] ?? ''}
            missing={missing}
            problem={sheet.problems[one.field]}
            type={type}
          />
        );
      })}
      {asked.some((one) => one.rare) && (
        <Plain aria-expanded={rare} onPress={() => setRare(!rare)}>
          {rare ? 'Only the usual numbers' : 'More numbers'}
        </Plain>
      )}
    </Stack>
  );
}

type OneOfProps = { field: Schemas['FieldOut']; usual: string; typed: string; type: Props['type'] };

function OneOf({ field, usual, typed, type }: OneOfProps) {
  return (
    <Select>
      {field.label}
      <select value={typed} onChange={(event) => type(field.name, event.target.value)}>
        <option value="">{usual ? `${usual}, as usual` : 'not said'}</option>
        {field.choices.map((one) => (
          <option key={one.id} value={one.id}>
            {one.text}
          </option>
        ))}
      </select>
    </Select>
  );
}

type TypedProps = {
  field: Schemas['FieldOut'];
  first: string;
  missing: boolean;
  problem: string | undefined;
  type: Props['type'];
};

function Typed({ field, first, missing, problem, type }: TypedProps) {
  const [text, setText] = useState(first);
  const keep = () => {
    if (text !== first) type(field.name, text);
  };
  return (
    <Field
      label={field.label}
      {...(text ? {} : { hint: missing ? `Needed. ${field.ask}` : field.ask })}
      value={text}
      onChange={setText}
      onBlur={keep}
      onKeyDown={(event) => event.key === 'Enter' && keep()}
      {...(problem ? { mistake: problem } : {})}
    />
  );
}
