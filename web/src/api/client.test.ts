import { afterEach, expect, test, vi } from 'vitest';
import { actAs, client, MEANT_AS } from './client';

afterEach(() => vi.unstubAllGlobals());

test('what somebody entered goes out as theirs, whoever the page shows by then', async () => {
  const sent: (string | null)[] = [];
  vi.stubGlobal('fetch', async (request: Request) => {
    sent.push(request.headers.get(MEANT_AS));
    return new Response('{}', { headers: { 'Content-Type': 'application/json' } });
  });
  vi.stubGlobal('document', { cookie: '' });
  actAs('marit');
  const params = { path: { key: '00000000-0000-0000-0000-000000000000' } };
  const body = { id: 'entry-0001', body: { kind: 'closed', told: '' } } as const;
  const at = { baseUrl: 'http://doors.example' };
  await client.POST('/api/calls/{key}/entries', { ...at, params, body, headers: { [MEANT_AS]: 'tess' } });
  await client.POST('/api/calls/{key}/entries', { ...at, params, body });
  expect(sent).toEqual(['tess', 'marit']);
});
