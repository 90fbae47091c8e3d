import type { FormEvent, ReactNode } from 'react';
import styled from 'styled-components';
import { Refusal, type Schemas } from '../api/client';
import { useFormDraft } from '../ui/draft';
import { Field } from '../ui/Field';
import { MainAction } from '../ui/MainAction';
import { Refused } from '../ui/states';

const Form = styled.form`display: grid; gap: 16px; max-width: 620px; padding-bottom: 80px;`;
export type Details = Omit<Schemas['NewDoor'], 'key'>;
const FIELDS: { name: keyof Details; label: string; hint?: string; long?: boolean }[] = [
  { name: 'name', label: 'Door', hint: 'As the customer calls it: “Saltmarsh Boatworks, bay 2”' },
  { name: 'place', label: 'Place' },
  { name: 'customer', label: 'Customer' },
  { name: 'phone', label: 'Phone', hint: 'Several with commas between' },
  { name: 'email', label: 'E-mail', hint: 'Confirmations and reminders go there' },
  { name: 'access_notes', label: 'Access notes', hint: 'Gate, dog, key, beam', long: true },
];

type Props = {
  first: Details;
  save: (details: Details) => void;
  saving: boolean;
  wrong: Error | null;
  /** What is said of what is typed. */
  beside?: (details: Details) => ReactNode;
  children?: ReactNode;
};

export function DetailsForm({ first, save, saving, wrong, beside, children }: Props) {
  // What was saved is the first of the next time: its draft is of what was there before.
  const [details, set] = useFormDraft(`details.${JSON.stringify(first)}`, first);
  const at = wrong instanceof Refusal ? (wrong.problem.field ?? '') : '';
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save(details);
  };
  return (
    <Form onSubmit={submit}>
      {FIELDS.map((field) => (
        <Field
          key={field.name}
          label={field.label}
          {...(field.hint ? { hint: field.hint } : {})}
          {...(field.long ? { long: true } : {})}
          value={details[field.name] ?? ''}
          onChange={(value) => set({ [field.name]: value })}
          isRequired={field.name === 'name'}
          {...(at.endsWith(field.name) && wrong ? { mistake: wrong.message } : {})}
        />
      ))}
      {beside?.(details)}
      {wrong && <Refused wrong={wrong} />}
      {children}
      <MainAction type="submit" isDisabled={saving}>
        {saving ? 'Saving' : 'Save the file'}
      </MainAction>
    </Form>
  );
}
