import { expect, it } from 'vitest';
import page from '../../index.html?raw';
import { garage, KEY, light } from './theme';

const colour = (theme: string, name: string) => new RegExp(`--${name}: (#\\w+)`).exec(theme)?.[1] ?? 'missing';

it.each([
  ['light', light],
  ['garage', garage],
])('the page wears the %s theme before its scripts are there', (_, theme) => {
  expect(page).toContain(`background: ${colour(theme, 'ground')}; color: ${colour(theme, 'ink')};`);
  expect(page).toContain(`localStorage.getItem('${KEY}')`);
});
