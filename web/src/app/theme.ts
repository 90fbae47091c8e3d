import { createGlobalStyle } from 'styled-components';
import { deviceStore } from '../api/deviceStore';
import barlow400 from '../fonts/barlow-400.woff2';
import barlow600 from '../fonts/barlow-600.woff2';
import condensed600 from '../fonts/barlow-condensed-600.woff2';

/** Asked for with the page: there by the time there are words, and until then the device's own letters stand. */
const face = (family: string, weight: number, url: string) =>
  `@font-face { font-family: ${family}; font-weight: ${weight}; font-display: swap; src: url(${url}) format('woff2'); }`;

/** The two themes, as CSS variables. Every pair of text and ground is WCAG AA. */
export const light = `
  --ground: #F2F0EA; --sheet: #FFFFFF; --ink: #1D282C; --quiet: #525B5C; --line: #C8C4B8; --edge: #77776D;
  --action: #0D5A68; --on-action: #FFFFFF; --heavy: #2B5AA0; --hot: #BF4A17; --holds: #37713F; --holds-band: #E0E4DA;
  --caution: #7A4F00; --caution-ground: #FBE7B5; --stop: #9C1B27; --steel: #B9B5A8; color-scheme: light;`;
export const garage = `
  --ground: #171C1E; --sheet: #20272A; --ink: #E9ECEA; --quiet: #AAB3B2; --line: #3A4448; --edge: #7F8B8D;
  --action: #5FB8C6; --on-action: #10191B; --heavy: #8DB4F0; --hot: #F09A6B; --holds: #8CCB92; --holds-band: #26332B;
  --caution: #F3D285; --caution-ground: #3B3017; --stop: #F28A92; --steel: #566166; color-scheme: dark;`;

export const GlobalStyle = createGlobalStyle`
  ${face('Barlow', 400, barlow400)}
  ${face('Barlow', 600, barlow600)}
  ${face("'Barlow Condensed'", 600, condensed600)}
  :root { --text-size: 1; ${light} }
  :root[data-theme='garage'] { ${garage} }
  *, *::before, *::after { box-sizing: border-box; }
  body { margin: 0; background: var(--ground); color: var(--ink); font: 17px/1.45 Barlow, sans-serif; font-variant-numeric: tabular-nums; }
  h1, h2, h3 { font-family: 'Barlow Condensed', sans-serif; font-weight: 600; line-height: 1.12; margin: 0; }
  h1 { font-size: 30px; } h2 { font-size: 22px; } h3 { font-size: 19px; }
  p { margin: 0; }
  .sr { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); }
  a { color: var(--action); }
  :focus-visible, [data-focus-visible] { outline: 3px solid var(--action); outline-offset: 2px; }
  @media print { body { background: #fff; } nav, button { display: none !important; } }
  @media (prefers-reduced-motion: reduce) { *, *::before, *::after { transition: none !important; animation: none !important; } }
`;

export type Theme = 'light' | 'garage';
export const KEY = 'north-hinge.theme';

/** The theme that was chosen on this tablet; until one is, that of the device. */
export function themeHere(): Theme {
  const chosen = deviceStore.getItem(KEY);
  if (chosen === 'garage' || chosen === 'light') return chosen;
  return window.matchMedia?.('(prefers-color-scheme: dark)').matches ? 'garage' : 'light';
}

export function wearTheme(theme: Theme): void {
  document.documentElement.dataset.theme = theme;
}

/** Chosen by hand, it stays. */
export function changeTheme(): void {
  const next = themeHere() === 'light' ? 'garage' : 'light';
  deviceStore.setItem(KEY, next);
  wearTheme(next);
}

/** Worn now, and again whenever the device changes its own while none was chosen. */
export function followTheme(): void {
  wearTheme(themeHere());
  window.matchMedia?.('(prefers-color-scheme: dark)').addEventListener('change', () => wearTheme(themeHere()));
}
