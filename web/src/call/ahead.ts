import type { Schemas } from '../api/client';
import type { Body, Waiting } from '../api/outbox';
import { patched } from './patched';

export type CallAhead = Schemas['CallAhead'];
type Step = Schemas['AheadStep'];
export type CallOut = Schemas['CallOut'];

/** What the pages of a call show of it besides its state, by the name of the answer. */
export type Answers = Pick<CallAhead, 'finding' | 'procedures' | 'balance'> & {
  /** Worked out only where one chooses: null elsewhere, and the server is asked. */
  sizing: Schemas['CallSizing'];
};
/** A call with what waits to be sent already on it, what of that is not seen yet, and whether more is known ahead of it. `way` names how it was come to. */
export type Seen = { call: CallOut; answers: Answers; unseen: readonly Waiting[]; goesOn: boolean; way: string };

const ENTRY = (depth: number) => `ahead-entry-${String(depth).padStart(4, '0')}`;
const two = (number: number) => String(number).padStart(2, '0');
const AT = (depth: number) => `9999-12-31T23:${two(Math.floor(depth / 60))}:${two(depth % 60)}+00:00`;

/** A command as the server writes it too: JSON, names in order, without what is empty or false. */
export function saidOf(body: Body): string {
  return JSON.stringify(plain(body));
}

function plain(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(plain);
  if (typeof value !== 'object' || value === null) return value;
  const isEmpty = (one: unknown) =>
    one === null || one === undefined || one === '' || one === false || (Array.isArray(one) && !one.length);
  const parts = Object.entries(value).filter(([, one]) => !isEmpty(one));
  return Object.fromEntries(parts.sort(([a], [b]) => (a < b ? -1 : 1)).map(([name, one]) => [name, plain(one)]));
}

/** What is said at once as if it were said piece by piece: a longer stroke, several steps of the work. */
function piecesOf(body: Body): Body[] {
  if (body.kind === 'stepped') return body.steps.map((step) => ({ ...body, steps: [step] }));
  if (body.kind !== 'moved') return [body];
  const way = Math.sign(body.to_count - body.from_count);
  return Array.from({ length: Math.abs(body.to_count - body.from_count) }, (_, place) => {
    const from_count = body.from_count + way * place;
    return { ...body, from_count, to_count: from_count + way };
  });
}

/** The steps after another one, or after the call as it stands (-1), that these words take; nothing where they were not thought of. */
function stepsFor(steps: readonly Step[], after: number, body: Body): number[] | null {
  const taken: number[] = [];
  for (const piece of piecesOf(body)) {
    const said = saidOf(piece);
    const found = steps.findIndex((one) => one.after === (taken.at(-1) ?? after) && one.said === said);
    if (found < 0) return null;
    taken.push(found);
  }
  return taken;
}

type Told = { entry: Waiting; steps: number[] };
/** What is kept with a call and changes nothing of what comes next: it goes by, and waits to be seen. */
const ASIDE: Body['kind'][] = ['photographed', 'part_used'];
export const isAside = ({ body }: Waiting): boolean => ASIDE.includes(body.kind);

/** The way through the steps ahead that what waits goes, as far as it was thought of. */
function wayOf(steps: readonly Step[], from: number, waiting: readonly Waiting[]): Told[] {
  const told: Told[] = [];
  let at = from;
  for (const entry of waiting) {
    const taken = isAside(entry) ? [] : stepsFor(steps, at, entry.body);
    if (!taken) break;
    told.push({ entry, steps: taken });
    at = taken.at(-1) ?? at;
  }
  return told;
}

/** Who says each entry of a way, when, and its id, in the place of what the server wrote for them. */
function asSaid(steps: readonly Step[], told: readonly Told[], by: string) {
  const depths = depthsOf(steps);
  const names = new Map([['⟨by⟩', by]]);
  return told.map(({ entry, steps: taken }): Step['changes'][] => {
    for (const step of taken) {
      const depth = depths.get(step) ?? 0;
      names.set(ENTRY(depth), entry.id).set(AT(depth), new Date(entry.place).toISOString().replace('Z', '+00:00'));
    }
    // In one pass, within the texts: a name that is put in is no place for another.
    const places = new RegExp([...names.keys()].map((name) => name.replaceAll('+', '\\+')).join('|'), 'g');
    const put = (_: string, value: unknown) =>
      typeof value === 'string' ? value.replace(places, (found) => names.get(found) ?? found) : value;
    return JSON.parse(JSON.stringify(taken.map((step) => steps[step]?.changes ?? {})), put);
  });
}

/** How far each step is from the call as it stood. */
function depthsOf(steps: readonly Step[]): Map<number, number> {
  const depths = new Map<number, number>([[-1, 0]]);
  for (const [place, step] of steps.entries()) depths.set(place, (depths.get(step.after) ?? 0) + 1);
  return depths;
}

/** Whether the call is shown as it stands after this; what goes by is no reason to wait. */
const isShown = (steps: readonly Step[], told: Told | undefined): boolean => {
  const last = told?.steps.at(-1);
  return last === undefined || steps[last]?.shown === true;
};

/**
 * The call as it will be once all that waits is with the server, as far as that was worked out ahead.
 *
 * `call` is as the server has it; `since` all that was entered here since the steps were worked out, in order: the first of it
 * the server has taken already, what is `waiting` it has not. Nothing where anything else came between.
 */
export function ahead(
  call: CallOut,
  known: CallAhead,
  since: readonly Waiting[],
  waiting: readonly Waiting[],
  by: string,
): Seen | null {
  const { steps } = known;
  const taken = call.entries - known.entries;
  if (taken < 0 || taken > since.length) return null;
  // As many entries more as were made here, and one of those waits still: another device's came between.
  if (since.slice(0, taken).some(({ id }) => waiting.some((one) => one.id === id))) return null;
  const told = wayOf(steps, -1, since);
  // Strokes on the way to a count show nothing of their own: the counter has them.
  let shown = told.length;
  while (shown > taken && !isShown(steps, told[shown - 1])) shown -= 1;
  if (shown < taken) return null;
  let answers: Answers = {
    finding: known.finding,
    procedures: known.procedures,
    balance: known.balance,
    sizing: known.sizing as Schemas['CallSizing'],
  };
  let state = call.state;
  asSaid(steps, told.slice(0, shown), by).forEach((changes, place) => {
    for (const { state: ofState, ...others } of changes) {
      if (ofState && place >= taken) state = patched(state, ofState);
      for (const [name, operations] of Object.entries(others) as [keyof Answers, Schemas['Operation'][]][])
        answers = { ...answers, [name]: patched(answers[name], operations) };
    }
  });
  const at =
    told
      .slice(0, shown)
      .flatMap((one) => one.steps)
      .at(-1) ?? -1;
  return {
    // How many entries there are is the server's to say: what is asked of it goes by that.
    call: shown > taken ? { ...call, state } : call,
    answers,
    unseen: since.filter((one, place) => place >= shown || (place >= taken && isAside(one))),
    way: [known.entries, ...since.slice(0, shown).map((one) => one.id)].join(' '),
    goesOn: steps.some((one) => one.after === at),
  };
}
