import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { FormEvent } from 'react';
import styled from 'styled-components';
import { client, data, mistakeAt, type Schemas } from '../api/client';
import { sessionQuery } from '../api/queries';
import { Plain } from '../ui/buttons';
import { useFormDraft } from '../ui/draft';
import { Field } from '../ui/Field';
import { Quiet, Two } from '../ui/layout';
import { Refused } from '../ui/states';

const Form = styled.form`display: grid; gap: 12px; max-width: 560px;`;

/** What stands on the sheets, and where is the sun? */
export function WhereItIs({ shop }: { shop: Schemas['ShopOut'] }) {
  const queries = useQueryClient();
  const [typed, set, forget] = useFormDraft('shop', {
    name: shop.name,
    place: shop.place,
    phone: shop.phone,
    latitude_deg: String(shop.latitude_deg ?? ''),
    longitude_deg: String(shop.longitude_deg ?? ''),
    time_zone: shop.time_zone || Intl.DateTimeFormat().resolvedOptions().timeZone,
  });
  const placed = typed.latitude_deg.trim() !== '' || typed.longitude_deg.trim() !== '';
  const number = (text: string) => (text.trim() === '' ? null : Number(text.replace(',', '.')));
  const wrong = (text: string) => (Number.isNaN(number(text)) ? { mistake: `“${text}” is no number.` } : {});
  const save = useMutation({
    mutationFn: () =>
      data(
        client.PUT('/api/shop', {
          body: {
            name: typed.name,
            place: typed.place,
            phone: typed.phone,
            latitude_deg: number(typed.latitude_deg),
            longitude_deg: number(typed.longitude_deg),
            time_zone: placed ? typed.time_zone : '',
          },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: sessionQuery.queryKey }).then(forget),
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save.mutate();
  };
  return (
    <Form onSubmit={submit} aria-label="The shop">
      <h2>The shop</h2>
      <Field label="Name" value={typed.name} onChange={(name) => set({ name })} isRequired maxLength={120} />
      <Two>
        <Field label="Place" value={typed.place} onChange={(place) => set({ place })} maxLength={120} />
        <Field label="Phone" value={typed.phone} onChange={(phone) => set({ phone })} maxLength={40} />
      </Two>
      <Two>
        <Field
          label="Latitude"
          hint="degrees, north is positive"
          inputMode="decimal"
          value={typed.latitude_deg}
          onChange={(latitude_deg) => set({ latitude_deg })}
          {...mistakeAt(save.error, 'latitude_deg')}
          {...wrong(typed.latitude_deg)}
        />
        <Field
          label="Longitude"
          hint="degrees, west is negative"
          inputMode="decimal"
          value={typed.longitude_deg}
          onChange={(longitude_deg) => set({ longitude_deg })}
          {...mistakeAt(save.error, 'longitude_deg')}
          {...wrong(typed.longitude_deg)}
        />
      </Two>
      <Field
        label="Time zone"
        value={typed.time_zone}
        onChange={(time_zone) => set({ time_zone })}
        {...mistakeAt(save.error, 'time_zone')}
      />
      <Quiet>Where the shop is tells where the low sun stands at its doors.</Quiet>
      {save.isError && <Refused wrong={save.error} />}
      {save.isSuccess && <p role="status">Kept.</p>}
      <Plain
        type="submit"
        isDisabled={
          save.isPending || Number.isNaN(number(typed.latitude_deg)) || Number.isNaN(number(typed.longitude_deg))
        }
      >
        Keep it
      </Plain>
    </Form>
  );
}
