import type { Schemas } from '../api/client';

type Operation = Schemas['Operation'];

/** A document after the operations of a JSON Patch (RFC 6902); what they do not touch is the very same as before. */
export function patched<T>(document: T, operations: readonly Operation[]): T {
  return operations.reduce<unknown>((whole, one) => at(whole, pathOf(one.path), one), document) as T;
}

const pathOf = (pointer: string) =>
  pointer
    .split('/')
    .slice(1)
    .map((name) => name.replaceAll('~1', '/').replaceAll('~0', '~'));

function at(part: unknown, [name, ...rest]: string[], operation: Operation): unknown {
  if (name === undefined) return operation.value;
  if (Array.isArray(part)) {
    const place = Number(name);
    return part.map((one, index) => (index === place ? at(one, rest, operation) : one));
  }
  const before = part as Record<string, unknown>;
  if (rest.length === 0 && operation.op === 'remove') {
    const { [name]: _gone, ...left } = before;
    return left;
  }
  return { ...before, [name]: at(before[name], rest, operation) };
}
