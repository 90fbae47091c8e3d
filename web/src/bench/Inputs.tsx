import { useEffect, useRef, useState } from 'react';
import type { BenchPage } from '../api/bench';
import type { Schemas } from '../api/client';
import { Plain } from '../ui/buttons';
import { Field } from '../ui/Field';
import { Stack } from '../ui/layout';
import { Select } from '../ui/Select';
import { withUnit } from '../ui/units';

type Props = {
  page: BenchPage;
  sheet: Schemas['Sheet'];
  fields: Schemas['FieldOut'][];
  typed: Record<string, string>;
  /** What is taken where nothing is typed. */
  usual: Record<string, string>;
  /** The one touched on the drawing. */
  asked: string | null;
  type: (fields: Record<string, string>) => void;
};

/** The measurements a bench page takes, as typed; each is read when it is left. */
export function Inputs({ page, sheet, fields, typed, usual, asked: touched, type }: Props) {
  const [rare, setRare] = useState(false);
  const asked = page.fields?.length
    ? page.fields.map((field) => ({ field, rare: false, needed: false, usual: '' }))
    : sheet.asked.filter(
        (one) => page.groups?.includes(one.group) && !['counterbalance', 'carried_now'].includes(one.field),
      );
  const shown = asked.filter((one) => rare || !one.rare || typed[one.field]);
  const known = new Map(fields.map((field) => [field.name, field]));
  return (
    <Stack $gap={10} role="group" aria-label="Measurements">
      {shown.map((one) => {
        const field = known.get(one.field);
        if (!field) return null;
        const missing = one.needed && !typed[one.field];
        return field.choices.length ? (
          <Select
            key={one.field}
            label={field.label}
            none={one.usual || usual[one.field] ? `${one.usual || sheet.texts[one.field]}, as usual` : 'not said'}
            options={field.choices}
            value={typed[one.field] ?? ''}
            pick={(id) => type({ [one.field]: id })}
          />
        ) : (
          <Typed
            // A new value in the address (emptied, gone back) starts the field anew.
            key={`${one.field} ${typed[one.field] ?? ''}`}
            field={field}
            first={typed[one.field] ?? ''}
            usual={usual[one.field] ? (sheet.texts[one.field] ?? '') : ''}
            understood={sheet.texts[one.field] ?? ''}
            asked={one.field === touched}
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

type TypedProps = {
  field: Schemas['FieldOut'];
  first: string;
  usual: string;
  /** What is typed as the trade writes it: shown while nobody types. */
  understood: string;
  asked: boolean;
  missing: boolean;
  problem: string | undefined;
  type: Props['type'];
};

function Typed({ field, first, usual, understood, asked, missing, problem, type }: TypedProps) {
  const [text, setText] = useState(first);
  const [isTyping, setTyping] = useState(false);
  const isRead = !isTyping && !problem && text === first && first !== '' && understood !== '';
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (asked) input.current?.focus();
  }, [asked]);
  const keep = () => {
    if (text !== first) type({ [field.name]: withUnit(text, field.quantity) });
  };
  return (
    <Field
      label={field.label}
      {...(text
        ? {}
        : { hint: usual ? `Usual: ${usual}. ${field.ask}` : missing ? `Needed. ${field.ask}` : field.ask })}
      inputRef={input}
      value={isRead ? understood : text}
      onChange={setText}
      onFocus={() => setTyping(true)}
      onBlur={() => {
        setTyping(false);
        keep();
      }}
      onKeyDown={(event) => event.key === 'Enter' && keep()}
      {...(problem ? { mistake: problem } : {})}
    />
  );
}
