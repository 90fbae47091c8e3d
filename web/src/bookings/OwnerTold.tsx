import type { Schemas } from '../api/client';
import { Items, Label, Stack } from '../ui/layout';

/** What the desk tells the customer while they are on the phone: what they may try, what never, and how to leave it for the night. */
export function OwnerTold({ desk }: { desk: Schemas['Desk'] }) {
  const parts = [
    ['They may try', desk.may],
    ['Never', desk.never],
    ['For the night', desk.night],
  ] as const;
  return (
    <Stack $gap={8} role="group" aria-label="Tell the customer">
      <p style={{ fontWeight: 500 }}>{desk.use_words}</p>
      {parts.map(
        ([title, told]) =>
          told.length > 0 && (
            <div key={title}>
              <Label>{title}</Label>
              <Items>
                {told.map((one) => (
                  <li key={one}>{one}</li>
                ))}
              </Items>
            </div>
          ),
      )}
    </Stack>
  );
}
