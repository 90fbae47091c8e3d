import { act, renderHook } from '@testing-library/react';
import { beforeEach, expect, it } from 'vitest';
import { actAs } from '../api/client';
import { forgetDrafts, useDraft } from './draft';

beforeEach(() => {
  actAs('tess');
  localStorage.clear();
  window.history.replaceState({}, '', '/calls/one/find');
});

const typing = (name: string, initial = '') => renderHook(() => useDraft(name, initial));

it('keeps what was typed for who comes back, and nothing once it is emptied', () => {
  const first = typing('note');
  act(() => first.result.current[1]('left eye'));
  first.unmount();
  const again = typing('note');
  expect(again.result.current[0]).toBe('left eye');
  act(() => again.result.current[1](''));
  expect(typing('note').result.current[0]).toBe('');
});

it('is of its page and field alone', () => {
  const note = typing('note');
  act(() => note.result.current[1]('left eye'));
  expect(typing('reason').result.current[0]).toBe('');
  window.history.replaceState({}, '', '/calls/two/find');
  expect(typing('note').result.current[0]).toBe('');
});

it('forgets what was entered and leaves the field as it stands', () => {
  const note = typing('note');
  act(() => note.result.current[1]('left eye'));
  act(() => note.result.current[2]());
  expect(note.result.current[0]).toBe('left eye');
  expect(typing('note').result.current[0]).toBe('');
});

it('forgets a whole call with its end, and no other', () => {
  const note = typing('note');
  act(() => note.result.current[1]('left eye'));
  window.history.replaceState({}, '', '/calls/two/find');
  const other = typing('note');
  act(() => other.result.current[1]('right eye'));
  forgetDrafts('/calls/one');
  expect(typing('note').result.current[0]).toBe('right eye');
  window.history.replaceState({}, '', '/calls/one/find');
  expect(typing('note').result.current[0]).toBe('');
});

it('is shown to whoever typed it, and to nobody else on the same tablet', () => {
  const note = typing('note');
  act(() => note.result.current[1]('the owner is deaf'));
  actAs('ray');
  expect(typing('note').result.current[0]).toBe('');
  forgetDrafts('/calls/one');
  actAs('tess');
  expect(typing('note').result.current[0]).toBe('the owner is deaf');
});
