import { afterEach, describe, expect, it, test, vi } from 'vitest';
import { actAs, client, MEANT_AS, sent } from './client';

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

const answers = (...given: Response[]) => {
  const asked = vi.fn(async (_: Request) => given.shift() ?? new Response('{}'));
  vi.stubGlobal('fetch', asked);
  return asked;
};
const busy = () => new Response('{}', { status: 503, headers: { 'Retry-After': '1' } });
const request = () => new Request('http://shop/api/van/moves', { method: 'POST', body: '{"pieces":1}' });

describe('a request that met others', () => {
  afterEach(() => {
    vi.useRealTimers();
  });

  it('is made again with all it had, once the server says it may be', async () => {
    vi.useFakeTimers();
    const asked = answers(busy(), busy());
    const answer = sent(request());
    await vi.runAllTimersAsync();
    expect((await answer).status).toBe(200);
    expect(asked).toHaveBeenCalledTimes(3);
    expect(await asked.mock.calls[2]?.[0].text()).toBe('{"pieces":1}');
  });

  it('ends, and is told', async () => {
    vi.useFakeTimers();
    const asked = answers(...Array.from({ length: 9 }, busy));
    const answer = sent(request());
    await vi.runAllTimersAsync();
    expect((await answer).status).toBe(503);
    expect(asked).toHaveBeenCalledTimes(5);
  });

  it('is not made again where the server is away, or refuses', async () => {
    for (const status of [503, 409, 422]) {
      const asked = answers(new Response('{}', { status }));
      expect((await sent(request())).status).toBe(status);
      expect(asked).toHaveBeenCalledTimes(1);
    }
  });
});
