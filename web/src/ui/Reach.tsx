import { PlainAnchor } from './buttons';

/** One number of several as it is typed: to be called by a touch. */
const numbersOf = (phone: string): string[] =>
  phone
    .split(/[,;|]|\bor\b/)
    .map((number) => number.trim())
    .filter((number) => /\d/.test(number));

type Props = { phone: string; place: string; email?: string };

/** How somebody is reached: each of their numbers to call, their e-mail, and the way there in the device's own map. */
export function Reach({ phone, place, email = '' }: Props) {
  return (
    <>
      {numbersOf(phone).map((number) => (
        <PlainAnchor key={number} href={`tel:${number.replace(/[^+\d]/g, '')}`}>
          Call {number}
        </PlainAnchor>
      ))}
      {email && <PlainAnchor href={`mailto:${email}`}>Write to {email}</PlainAnchor>}
      {/* A device that goes along has an application for the way; a desk has none. */}
      {place && matchMedia('(any-pointer: coarse)').matches && (
        <PlainAnchor href={`geo:0,0?q=${encodeURIComponent(place)}`}>Show the way</PlainAnchor>
      )}
    </>
  );
}
