import { keepPreviousData, type QueryClient, queryOptions } from '@tanstack/react-query';
import { client, data, type Schemas } from './client';

export type DoorSort = 'name' | '-name' | 'place' | '-place' | 'visited' | '-visited';

export const sessionQuery = queryOptions({
  queryKey: ['session'],
  queryFn: () => data(client.GET('/api/session')),
  staleTime: 60_000,
});

/** Take on another session: what the last person saw is forgotten. */
export function becomeSession(queries: QueryClient, session: Schemas['SessionOut']): void {
  queries.removeQueries({ predicate: (query) => query.queryKey[0] !== sessionQuery.queryKey[0] });
  queries.setQueryData(sessionQuery.queryKey, session);
}

export const knowledgeQuery = queryOptions({
  queryKey: ['knowledge'],
  queryFn: () => data(client.GET('/api/knowledge')),
  staleTime: Number.POSITIVE_INFINITY,
});

/** What the low sun does at the door of a call; anew when what is `said` of the opening and its eyes changes. */
export const callSunQuery = (key: string, said: string, complaint_at: string) =>
  queryOptions({
    queryKey: ['call-sun', key, said, complaint_at],
    queryFn: () => data(client.GET('/api/calls/{key}/sun', { params: { path: { key }, query: { complaint_at } } })),
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: keepPreviousData,
  });

/** Everything the fault finder knows. */
export const faultsQuery = queryOptions({
  queryKey: ['faults'],
  queryFn: () => data(client.POST('/api/bench/knowledge', { body: {} })),
  staleTime: Number.POSITIVE_INFINITY,
});

export const callsQuery = (at: string) =>
  queryOptions({
    queryKey: ['calls', at],
    queryFn: () => data(client.GET('/api/calls', { params: { query: { at } } })),
    placeholderData: keepPreviousData,
  });

export const bookingsQuery = (day: string, days: number) =>
  queryOptions({
    queryKey: ['bookings', day, days],
    queryFn: () => data(client.GET('/api/bookings', { params: { query: { day, days } } })),
    placeholderData: keepPreviousData,
    // The desk may move one meanwhile.
    refetchInterval: 60_000,
  });

/** Everybody's day side by side, with a proposed booking among them; an answer to a proposal is of no use later. */
export const deskQuery = (asked: Schemas['DeskQuestion']) =>
  queryOptions({
    queryKey: ['bookings', 'desk', asked],
    queryFn: () => data(client.POST('/api/desk', { body: asked })),
    placeholderData: keepPreviousData,
    refetchInterval: 60_000,
    gcTime: asked.proposal ? 10_000 : 300_000,
    meta: { isPassing: Boolean(asked.proposal) },
  });

export const bookingsOfDoorQuery = (door: string) =>
  queryOptions({
    queryKey: ['bookings', 'of-door', door],
    queryFn: () => data(client.GET('/api/doors/{key}/bookings', { params: { path: { key: door } } })),
  });

export const workingDayQuery = queryOptions({
  queryKey: ['working-day'],
  queryFn: () => data(client.GET('/api/shop/day')),
});

export const balanceYearsQuery = (key: string) =>
  queryOptions({
    queryKey: ['door', key, 'balance-years'],
    queryFn: async () =>
      (await data(client.GET('/api/doors/{key}/balance-years', { params: { path: { key } } }))) ?? null,
    staleTime: 60_000,
  });

type Kind = Schemas['Kind']['id'];
export const followUpsQuery = (what: string, door = '', until = '', at = '') =>
  queryOptions({
    queryKey: ['follow-ups', what, door, until, at],
    queryFn: () =>
      data(
        client.GET('/api/follow-ups', {
          // A kind nobody knows, typed into the address, is refused by the server with those there are.
          params: {
            query: {
              ...(what && { what: what as Kind }),
              ...(door && { door }),
              ...(until && { until }),
              ...(at && { at }),
            },
          },
        }),
      ),
    placeholderData: keepPreviousData,
  });

export const calendarLinkQuery = queryOptions({
  queryKey: ['calendar-link'],
  queryFn: () => data(client.GET('/api/session/calendar')),
  staleTime: Number.POSITIVE_INFINITY,
});

export const peopleQuery = queryOptions({ queryKey: ['people'], queryFn: () => data(client.GET('/api/people')) });

export const doorsQuery = (search: string, at: string, sort: DoorSort, put_away = false) =>
  queryOptions({
    queryKey: ['doors', search, at, sort, put_away],
    queryFn: () => data(client.GET('/api/doors', { params: { query: { search, at, sort, put_away } } })),
    placeholderData: keepPreviousData,
  });

export const doorQuery = (key: string) =>
  queryOptions({
    queryKey: ['door', key],
    queryFn: () => data(client.GET('/api/doors/{key}', { params: { path: { key } } })),
  });

/** How far the springs are that were put on last. */
export const springsAgeQuery = (key: string) =>
  queryOptions({
    queryKey: ['springs-age', key],
    queryFn: async () =>
      (await data(client.GET('/api/doors/{key}/springs-age', { params: { path: { key } } }))) ?? null,
  });

export const callQuery = (key: string) =>
  queryOptions({
    queryKey: ['call', key],
    queryFn: () => data(client.GET('/api/calls/{key}', { params: { path: { key } } })),
    // Another tablet may be entering things on the same call.
    refetchInterval: 4_000,
  });

/** What to put on the door of a call, worked out anew with every entry. */
export const sizingQuery = (key: string, entries: number, options: Partial<Schemas['SizeOptions']>) =>
  queryOptions({
    queryKey: ['call-sizing', key, entries, options],
    queryFn: () => data(client.POST('/api/calls/{key}/sizing', { params: { path: { key } }, body: options })),
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: keepPreviousData,
  });

/** What the readings of a call say, worked out anew with every entry. */
export const callBalanceQuery = (key: string, entries: number) =>
  queryOptions({
    queryKey: ['call-balance', key, entries],
    queryFn: async () => (await data(client.GET('/api/calls/{key}/balance', { params: { path: { key } } }))) ?? null,
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: keepPreviousData,
  });

/** The procedure the work follows, step by step, then those that cure what was found. */
export const callProceduresQuery = (key: string, entries: number) =>
  queryOptions({
    queryKey: ['call-procedures', key, entries],
    queryFn: () => data(client.GET('/api/calls/{key}/procedures', { params: { path: { key } } })),
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: keepPreviousData,
  });

/** Everything that happened on a call, in order. */
export const callTimelineQuery = (key: string, entries: number) =>
  queryOptions({
    queryKey: ['call-timeline', key, entries],
    queryFn: () => data(client.GET('/api/calls/{key}/timeline', { params: { path: { key } } })),
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: keepPreviousData,
  });

/** What is likely wrong and what to look at next, worked out anew with every entry. */
export const callFindingQuery = (key: string, entries: number, counted: boolean) =>
  queryOptions({
    queryKey: ['call-finding', key, entries, counted],
    queryFn: async () =>
      (await data(client.GET('/api/calls/{key}/finding', { params: { path: { key }, query: { counted } } }))) ?? null,
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: keepPreviousData,
  });

/** What a call will show after each likely next entry: of the next few, or of the whole way. */
export const callAheadQuery = (key: string, far: boolean, counted: boolean) =>
  queryOptions({
    queryKey: ['call-ahead', key, far, counted],
    queryFn: () => data(client.GET('/api/calls/{key}/ahead', { params: { path: { key }, query: { far, counted } } })),
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });

/** The call of a booking as it would be were it started now, under the key to begin it with, and all it would show. */
export const bookedAheadQuery = (key: string, version: number, counted: boolean) =>
  queryOptions({
    queryKey: ['booked-ahead', key, version, counted],
    queryFn: () => data(client.GET('/api/bookings/{key}/ahead', { params: { path: { key }, query: { counted } } })),
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });

export const doorCallsQuery = (key: string) =>
  queryOptions({
    queryKey: ['door-calls', key],
    queryFn: () => data(client.GET('/api/doors/{key}/calls', { params: { path: { key } } })),
  });

export const sizeQuery = (document: Schemas['SizeQuestion']) =>
  queryOptions({
    queryKey: ['size', document],
    queryFn: () => data(client.POST('/api/bench/size', { body: document })),
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: keepPreviousData,
  });

export const sideViewQuery = (document: Schemas['SideViewQuestion']) =>
  queryOptions({
    queryKey: ['side_view', document],
    queryFn: () => data(client.POST('/api/bench/side_view', { body: document })),
    staleTime: Number.POSITIVE_INFINITY,
  });

export const compareQuery = (document: Schemas['CompareQuestion']) =>
  queryOptions({
    queryKey: ['compare', document],
    queryFn: () => data(client.POST('/api/bench/compare', { body: document })),
    staleTime: Number.POSITIVE_INFINITY,
  });

export const extensionQuery = (document: Schemas['ExtensionQuestion']) =>
  queryOptions({
    queryKey: ['extension', document],
    queryFn: () => data(client.POST('/api/bench/extension', { body: document })),
    staleTime: Number.POSITIVE_INFINITY,
  });

export const counterweightQuery = (document: Schemas['CounterweightQuestion']) =>
  queryOptions({
    queryKey: ['counterweight', document],
    queryFn: () => data(client.POST('/api/bench/counterweight', { body: document })),
    staleTime: Number.POSITIVE_INFINITY,
  });

export const sheetQuery = (typed: Record<string, string>) =>
  queryOptions({
    queryKey: ['sheet', typed],
    queryFn: () => data(client.POST('/api/bench/sheet', { body: { typed } })),
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: keepPreviousData,
  });

export const torsionQuery = (document: Schemas['TorsionQuestion']) =>
  queryOptions({
    queryKey: ['torsion', document],
    queryFn: () => data(client.POST('/api/bench/torsion', { body: document })),
    retry: false,
  });

export const onePieceQuery = (document: Schemas['OnePieceQuestion']) =>
  queryOptions({
    queryKey: ['one_piece', document],
    queryFn: () => data(client.POST('/api/bench/one_piece', { body: document })),
    retry: false,
  });

export const replaceQuery = (document: Schemas['ReplaceQuestion']) =>
  queryOptions({
    queryKey: ['replace', document],
    queryFn: () => data(client.POST('/api/bench/replace', { body: document })),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const practiceQuery = (document: Schemas['PracticeQuestion']) =>
  queryOptions({
    queryKey: ['practice', document],
    queryFn: () => data(client.POST('/api/bench/practice', { body: document })),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 0,
  });

export const limitsQuery = (document: Schemas['LimitsQuestion']) =>
  queryOptions({
    queryKey: ['limits', document],
    queryFn: () => data(client.POST('/api/bench/limits', { body: document })),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const packingQuery = (document: Schemas['PackingQuestion']) =>
  queryOptions({
    queryKey: ['packing', document],
    queryFn: () => data(client.POST('/api/bench/packing', { body: document })),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const surveyQuery = (document: Schemas['SurveyQuestion']) =>
  queryOptions({
    queryKey: ['survey', document],
    queryFn: () => data(client.POST('/api/bench/survey', { body: document })),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const clearanceQuery = (document: Schemas['ClearanceQuestion']) =>
  queryOptions({
    queryKey: ['clearance', document],
    queryFn: () => data(client.POST('/api/bench/clearance', { body: document })),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const placementQuery = (document: Schemas['PlacementQuestion']) =>
  queryOptions({
    queryKey: ['placement', document],
    queryFn: () => data(client.POST('/api/bench/placement', { body: document })),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const weighQuery = (document: Schemas['WeighQuestion']) =>
  queryOptions({
    queryKey: ['weigh', document],
    queryFn: () => data(client.POST('/api/bench/weigh', { body: document })),
    retry: false,
  });

export const sunQuery = (document: Schemas['SunQuestion']) =>
  queryOptions({
    queryKey: ['sun', document],
    queryFn: () => data(client.POST('/api/bench/sun', { body: document })),
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: keepPreviousData,
    retry: false,
  });

export const identifyQuery = (document: Schemas['IdentifyQuestion']) =>
  queryOptions({
    queryKey: ['identify', document],
    queryFn: () => data(client.POST('/api/bench/identify', { body: document })),
    retry: false,
  });

export const convertQuery = (document: Schemas['ConvertQuestion']) =>
  queryOptions({
    queryKey: ['convert', document],
    queryFn: () => data(client.POST('/api/bench/convert', { body: document })),
    retry: false,
  });

export const benchSheetsQuery = (key: string) =>
  queryOptions({
    queryKey: ['bench-sheets', key],
    queryFn: () => data(client.GET('/api/doors/{key}/bench', { params: { path: { key } } })),
  });

export const cableQuery = (document: Schemas['CableQuestion']) =>
  queryOptions({
    queryKey: ['cable', document],
    queryFn: () => data(client.POST('/api/bench/cable', { body: document })),
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });

export const balanceQuery = (document: Schemas['BalanceQuestion']) =>
  queryOptions({
    queryKey: ['balance', document],
    queryFn: () => data(client.POST('/api/bench/balance', { body: document })),
    staleTime: Number.POSITIVE_INFINITY,
  });
