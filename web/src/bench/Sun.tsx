import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { mistakeAt, type Schemas } from '../api/client';
import { sunQuery } from '../api/queries';
import { Compass } from '../drawing/Compass';
import { SIDES, SunResult } from '../drawing/SunResult';
import { Plain } from '../ui/buttons';
import { useDebounced } from '../ui/debounced';
import { Field } from '../ui/Field';
import { Label, Page, Quiet, Row, Split, Stack } from '../ui/layout';
import { PageTitle } from '../ui/PageTitle';
import { RadioButtons } from '../ui/RadioButtons';
import { Loading, Refused } from '../ui/states';
import { Places } from './Places';

/** Until it is typed: a west-facing opening somewhere in the middle north. */
const USUAL: Record<string, string> = {
  latitude_deg: '44',
  longitude_deg: '-93',
  facing_deg: '270',
  inset_in: '0',
  receiver: 'right',
};
/** By the day: the same question all day long. */
const TODAY = new Date().toISOString().slice(0, 10);
const FIELDS: [string, string, string][] = [
  ['latitude_deg', 'Latitude', 'degrees, north is positive'],
  ['longitude_deg', 'Longitude', 'degrees, west is negative'],
  ['facing_deg', 'Looking out', 'degrees clockwise from north: 90 east, 180 south, 270 west'],
  ['inset_in', 'Eyes inside the wall by', 'inches'],
  ['half_angle_deg', 'The lens sees', 'degrees off its axis, 10 to 80; empty while it is not known'],
];

/** Is it the sun, and which cure: swap, shade, or neither? */
export function Sun() {
  const [address, setAddress] = useSearchParams();
  // The address follows a moment later; a field that waited for it would lose letters typed fast.
  const [typed, setTyped] = useState<Record<string, string>>({ ...USUAL, ...Object.fromEntries(address) });
  const value = (name: string) => typed[name] ?? '';
  const type = (name: string, text: string) => typeAll({ [name]: text });
  const typeAll = (part: Record<string, string>) => {
    const next = { ...typed, ...part };
    setTyped(next);
    const kept = Object.entries(next).filter(([field, said]) => said !== '' && said !== USUAL[field]);
    setAddress(Object.fromEntries(kept), { replace: true });
  };
  const empty = () => {
    setTyped(USUAL);
    setAddress({}, { replace: true });
  };
  const now = new Date();
  const complaintAt = typed.complaint_at ?? '';
  const shadedAt = typed.shaded_at ?? '';
  const number = (name: string) => Number(value(name).replace(',', '.'));
  const skyline = skylineOf(value('skyline'));
  const document: Schemas['SunQuestion'] = {
    latitude_deg: number('latitude_deg'),
    longitude_deg: number('longitude_deg'),
    facing_deg: number('facing_deg'),
    inset_in: number('inset_in'),
    half_angle_deg: value('half_angle_deg').trim() ? number('half_angle_deg') : null,
    tests: shadedAt ? [{ at: shadedAt, came_back: true }] : [],
    width_in: 108,
    skyline: skyline ?? [],
    year: complaintAt ? Number(complaintAt.slice(0, 4)) : now.getFullYear(),
    time_zone: typed.time_zone ?? Intl.DateTimeFormat().resolvedOptions().timeZone,
    receiver: value('receiver') === 'left' ? 'left' : 'right',
    complaint_at: complaintAt,
    prove_after: complaintAt ? '' : TODAY,
  };
  const sound =
    skyline !== null &&
    FIELDS.every(([name]) => (value(name).trim() !== '' || name === 'half_angle_deg') && Number.isFinite(number(name)));
  // A year of sun is a heavy question: it is asked once the typing stands still.
  const settled = useDebounced(JSON.stringify(sound ? document : null));
  const found = useQuery({ ...sunQuery(JSON.parse(settled)), enabled: settled !== 'null' });
  return (
    <Page style={{ maxWidth: 1280 }}>
      <Row>
        <div>
          <PageTitle>Sun</PageTitle>
          <Quiet>Does the low sun stand in the receiver, and does the other side stay out of it?</Quiet>
        </div>
        <Plain onPress={empty}>Empty the sheet</Plain>
      </Row>
      <Split $left="minmax(260px, 300px)">
        <Stack>
          <Places set={(place) => typeAll({ latitude_deg: place.latitude, longitude_deg: place.longitude })} />
          <Compass
            label="Looking out"
            value={number('facing_deg')}
            onChange={(degrees) => type('facing_deg', String(degrees))}
          />
          {FIELDS.map(([name, label, hint]) => (
            <Field
              key={name}
              label={label}
              hint={hint}
              value={value(name)}
              onChange={(text) => type(name, text)}
              inputMode="decimal"
              {...(Number.isFinite(number(name))
                ? mistakeAt(found.error, name)
                : { mistake: `“${value(name)}” is no number.` })}
            />
          ))}
          <Label>The receiver, seen from inside looking out</Label>
          <RadioButtons
            label="The receiver"
            options={SIDES}
            value={document.receiver}
            pick={(side) => type('receiver', side)}
          />
          <Field
            label="It was complained of at"
            type="datetime-local"
            value={complaintAt}
            onChange={(text) => type('complaint_at', text)}
            {...mistakeAt(found.error, 'complaint_at')}
          />
          <Field
            label="Shaded, the light came back at"
            hint="tells how far off its axis this lens sees"
            type="datetime-local"
            value={shadedAt}
            onChange={(text) => type('shaded_at', text)}
            {...mistakeAt(found.error, 'tests.0.at')}
          />
          <Field
            label="Skyline"
            hint="direction and height in degrees, as 250 12, 280 8; level where empty"
            value={value('skyline')}
            onChange={(text) => type('skyline', text)}
            {...(skyline ? mistakeAt(found.error, 'skyline') : { mistake: 'Pairs of numbers, with commas between.' })}
          />
          <Field
            label="Time zone"
            value={document.time_zone}
            onChange={(text) => type('time_zone', text)}
            {...mistakeAt(found.error, 'time_zone')}
          />
        </Stack>
        <Stack $gap={18}>
          {found.isError && <Refused wrong={found.error} />}
          {found.isPending && sound && <Loading />}
          {found.data && <SunResult answer={found.data} receiver={document.receiver} complaintAt={complaintAt} />}
        </Stack>
      </Split>
    </Page>
  );
}

/** Pairs of direction and height [degrees], with commas between; nothing where they are none. */
function skylineOf(text: string): Schemas['SunQuestion']['skyline'] | null {
  if (text.trim() === '') return [];
  const pairs = text.split(',').map((pair) => pair.trim().split(/\s+/).map(Number));
  if (!pairs.every((pair) => pair.length === 2 && pair.every(Number.isFinite))) return null;
  return pairs.map(([azimuth_deg = 0, elevation_deg = 0]) => ({ azimuth_deg, elevation_deg }));
}
