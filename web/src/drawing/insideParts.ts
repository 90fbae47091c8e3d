import type { Schemas } from '../api/client';
import { springWords } from '../ui/words';

export type Measured = Record<string, number | string | number[]>;
export type Part = { id: string; name: string; says: string };

/** The rows from the floor up [in]: as measured, or all alike. */
export function rowsOf(
  heights: Measured[string] | undefined,
  height: number,
  count: number,
): { from: number; high: number }[] {
  const each = Array.isArray(heights) ? heights : Array.from({ length: count }, () => height / count);
  let from = 0;
  return each.map((high) => {
    const row = { from, high };
    from += high;
    return row;
  });
}

/** Where the stiles stand [in]. */
export function stiles(width: number): number[] {
  const between = Math.max(1, Math.round(width / 48));
  return Array.from({ length: between - 1 }, (_, place) => ((place + 1) * width) / between);
}

/** Coils of a spring as a path, leaning the way it is wound. */
export function coils(from: number, length: number, middle: number, radius: number, leftHand: boolean): string {
  const step = 5;
  const lean = leftHand ? -2.5 : 2.5;
  const count = Math.floor(length / step);
  return Array.from({ length: count }, (_, place) => {
    const at = from + step * (place + 0.5);
    return `M ${at - lean} ${middle - radius} L ${at + lean} ${middle + radius}`;
  }).join(' ');
}

export type DrawnSpring = Part & { from: number; length: number; radius: number; leftHand: boolean };

/** Springs as they sit: right-hand wound left of the centre plate, left-hand wound right of it; an inner one inside its outer. */
export function springParts(on: Schemas['OnDoor'], width: number): DrawnSpring[] {
  const springs = on.springs ?? [];
  const outer = on.duplex ? springs.slice(0, 1) : springs;
  const inner = on.duplex ? springs[1] : undefined;
  const each = outer.flatMap((spring) => Array.from({ length: spring.count }, () => spring)).slice(0, 4);
  const wound = on.quarter_turns ? `, ${on.quarter_turns} quarter-turns on it` : '';
  const used = { left: 3, right: 3 };
  return each.map((spring, place) => {
    const leftHand = place % 2 === 1;
    const side = leftHand ? 'right' : 'left';
    const off = used[side];
    used[side] += spring.length_in + 6;
    const far = place > 1 ? 'far ' : '';
    const nested = inner ? `, around ${springWords({ ...inner, count: 1 }).replace(', one', '')}` : '';
    const named = `${far}${side} spring, ${leftHand ? 'left' : 'right'}-hand wound`;
    return {
      id: `spring-${place}`,
      name: each.length === 1 ? 'Spring' : `${named[0]?.toUpperCase()}${named.slice(1)}`,
      says: springWords({ ...spring, count: 1 }).replace(', one', '') + nested + wound,
      from: leftHand ? width / 2 + off : width / 2 - off - spring.length_in,
      length: spring.length_in,
      radius: spring.inside_diameter_in / 2 + spring.wire_in,
      leftHand,
    };
  });
}
