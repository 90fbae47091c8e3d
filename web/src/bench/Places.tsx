import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { sessionQuery } from '../api/queries';
import { Plain } from '../ui/buttons';
import { Quiet, Row, Stack } from '../ui/layout';

/** A place in degrees, as it is typed: to a hundredth, which is within half a mile and far finer than the sun needs. */
type Place = { latitude: string; longitude: string };
const typed = (degrees: number) => degrees.toFixed(2);

/** Where the door is, without a map: where the shop is, or where this device is. */
export function Places({ set }: { set: (place: Place) => void }) {
  const shop = useQuery(sessionQuery).data?.shop;
  const [says, setSays] = useState('');
  const take = (latitude: number, longitude: number) => {
    set({ latitude: typed(latitude), longitude: typed(longitude) });
    setSays('');
  };
  const here = () => {
    setSays('Asking this device where it is.');
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => take(coords.latitude, coords.longitude),
      () => setSays('This device does not say where it is. Type the degrees.'),
      { timeout: 10_000, maximumAge: 600_000 },
    );
  };
  const { latitude_deg, longitude_deg } = shop ?? {};
  return (
    <Stack $gap={4} role="group" aria-label="Where the door is">
      <Row style={{ justifyContent: 'start' }}>
        {typeof latitude_deg === 'number' && typeof longitude_deg === 'number' && (
          <Plain onPress={() => take(latitude_deg, longitude_deg)}>Where the shop is</Plain>
        )}
        {'geolocation' in navigator && <Plain onPress={here}>Where I am</Plain>}
      </Row>
      <Quiet role="status">{says}</Quiet>
    </Stack>
  );
}
