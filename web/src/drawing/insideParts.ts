import type { Schemas } from '../api/client';
import type { Part } from './DrawnPart';

export type Measured = Record<string, number | string | number[]>;

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

/** Springs where they are said to sit, on either side of the centre plate; those of a side one after the other. */
export function springParts(springs: Schemas['SpringDescription'][], width: number): DrawnSpring[] {
  const used = { left: 3, right: 3 };
  return springs.map(({ name, says, right_side, left_hand, spring }, place) => {
    const side = right_side ? 'right' : 'left';
    const off = used[side];
    used[side] += spring.length_in + 6;
    return {
      id: `spring-${place}`,
      name,
      says,
      from: right_side ? width / 2 + off : width / 2 - off - spring.length_in,
      length: spring.length_in,
      radius: spring.inside_diameter_in / 2 + spring.wire_in,
      leftHand: left_hand,
    };
  });
}
