import styled from 'styled-components';

/** What stays in sight while the rest is scrolled. The browser holds the page in its place by something that is scrolled with it. */
export const STAYS = 'position: sticky; top: 8px; overflow-anchor: none;';
export const Page = styled.main`padding: 22px 28px 110px; max-width: 1180px; display: grid; gap: 20px;
  @media (max-width: 700px) { padding: 16px 14px 110px; }`;
export const Sheet = styled.section`background: var(--sheet); border: 1px solid var(--line); padding: 18px;`;
export const Items = styled.ul`margin: 0; padding-left: 20px; display: grid; gap: 2px;`;
export const Steps = styled.ol`margin: 0; padding-left: 24px; display: grid; gap: 6px;`;
export const Quiet = styled.p`color: var(--quiet); font-size: 15px;`;
export const Label = styled.h2`font: 600 16px 'Barlow Condensed', sans-serif; text-transform: uppercase; letter-spacing: 0.05em; color: var(--quiet);`;
export const Row = styled.div`display: flex; flex-wrap: wrap; gap: 12px; align-items: center; justify-content: space-between;`;
export const Stack = styled.div<{
  $gap?: number;
}>`display: grid; gap: ${({ $gap = 12 }) => $gap}px; align-content: start; min-width: 0;`;
/** A stage has no room for two columns: on a narrow screen, or beside the garage of a practice call on one that is not very wide. */
export const BESIDE_GARAGE = 'beside-garage';
export const oneColumn = (rules: string): string =>
  `@media (max-width: 1000px) { ${rules} } @media (max-width: 1500px) { .${BESIDE_GARAGE} & { ${rules} } }`;
export const Split = styled.div<{
  $left?: string;
  $column?: boolean;
}>`display: grid; grid-template-columns: ${({ $left = '400px', $column }) => ($column ? 'minmax(0, 1fr)' : `${$left} minmax(0, 1fr)`)}; gap: 28px; align-items: start;
  ${({ $column }) => ($column ? '& > :nth-child(2) { order: -1; }' : '')}
  ${oneColumn('grid-template-columns: minmax(0, 1fr);')}`;
export const Figures = styled.div`display: flex; gap: 40px; flex-wrap: wrap;`;
/** Names with what they say, in two columns. */
export const Facts = styled.dl`display: grid; grid-template-columns: fit-content(45%) 1fr; gap: 4px 18px; margin: 0; dt { color: var(--quiet); } dd { margin: 0; font-weight: 600; }`;
/** A framed part of a page: what is asked, or worked out, there. */
export const Panel = styled.div`background: var(--sheet); border: 1px solid var(--edge); padding: 14px; display: grid; gap: 10px; &.asked { border: 2px solid var(--action); }`;
export const Two = styled.div`display: grid; grid-template-columns: 1fr 1fr; gap: 10px; align-items: start;`;
export const Figure = styled.div`
  font: 600 56px/1 'Barlow Condensed', sans-serif;
  small { display: block; font: 400 15px/1.3 Barlow, sans-serif; color: var(--quiet); margin-top: 4px; }`;
export const Table = styled.table`
  width: 100%; border-collapse: collapse;
  th { text-align: left; font: 600 16px 'Barlow Condensed', sans-serif; color: var(--quiet); border-bottom: 1px solid var(--edge); padding: 4px 12px 6px 0; }
  td { border-bottom: 1px solid var(--line); padding: 8px 12px 8px 0; vertical-align: top; }
  th button { all: unset; cursor: pointer; min-height: 48px; min-width: 48px; display: inline-flex; align-items: center; }
  td > a { display: flex; align-items: center; min-height: 48px; min-width: 48px; }
  th button:focus-visible { outline: 3px solid var(--action); }
  @media (max-width: 700px) { .wide { display: none; } }`;
export const Caution = styled.p`background: var(--caution-ground); color: var(--caution); padding: 8px 12px; border-left: 4px solid var(--caution); font-weight: 600; font-size: 16px;`;
