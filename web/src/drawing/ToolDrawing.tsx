import type { ReactNode } from 'react';
import styled from 'styled-components';

const Drawn = styled.svg`fill: none; stroke-linejoin: round; .thin { stroke: var(--quiet); stroke-width: 1.5; } .bold { stroke: var(--action); stroke-width: 2.4; }`;

const coils = (from: number, to: number, top: number, bottom: number, step = 5) =>
  Array.from({ length: Math.round((to - from) / step) + 1 }, (_, at) => `M${from + at * step} ${top}V${bottom}`).join(
    '',
  );

/** The track from the side: up the wall, round the bend, back along the ceiling. */
const TRACK = 'M22 68V30A14 14 0 0 1 36 16H98';

/** What each tool of the bench is about, as a shop drawing of 104 by 72; `.thin` is what is there, `.bold` what is asked. */
const TOOLS: Record<string, ReactNode> = {
  springs: (
    <>
      <path className="thin" d="M4 36H100M52 22V50M10 26V46M94 26V46" />
      <path className="bold" d={coils(18, 46, 26, 46) + coils(58, 86, 26, 46)} />
    </>
  ),
  identify: (
    <>
      <path className="bold" d={coils(12, 92, 16, 44, 8)} />
      <path className="thin" d={`M4 54H100${coils(12, 92, 54, 60, 8)}M12 54V68M92 54V68`} />
    </>
  ),
  convert: (
    <>
      <path className="thin" d="M6 18H98" />
      <path className="bold" d={coils(22, 82, 11, 25)} />
      <path className="thin" d="M44 34V44M44 44L40 39M44 44L48 39M60 44V34M60 34L56 39M60 34L64 39M6 58H22M82 58H98" />
      <path className="bold" d="M22 58L27 50L35 66L43 50L51 66L59 50L67 66L75 50L82 58" />
    </>
  ),
  extension: (
    <>
      <path className="thin" d={`${TRACK}M98 6V26`} />
      <path className="bold" d="M44 28L48 22L54 34L60 22L66 34L72 22L78 34L82 28" />
      <path className="thin" d="M82 28H98M40 28V60" />
      <circle className="thin" cx="40" cy="28" r="5" />
    </>
  ),
  counterweight: (
    <>
      <path className="thin" d="M6 14H98M30 14V36M76 14V66" />
      <circle className="thin" cx="30" cy="14" r="9" />
      <path className="bold" d="M18 36H42V42H18ZM18 43H42V49H18ZM18 50H42V56H18ZM21 57H39V61H21Z" />
    </>
  ),
  'one-piece': (
    <>
      <path className="thin" d="M14 4V68M4 68H100" />
      <path className="bold" d="M24 62L88 30" />
      <path className="thin" d="M14 26L48 50M14 26L6 8" />
      <circle className="bold" cx="14" cy="26" r="3.5" />
      <path className="thin" d="M1 3H11V11H1Z" />
    </>
  ),
  limits: (
    <>
      <path className="thin" d="M4 36H100M20 24V48M84 24V48" />
      <path className="bold" d="M66 34L59 22H73ZM66 44H84M20 34L13 22H27Z" />
      <path className="thin" d="M66 40V48" />
    </>
  ),
  survey: (
    <>
      <path className="thin" d="M4 10H100V68M52 26V46M10 32H84V40H10M22 22V50M22 22H38V50H22" />
      <path className="bold" d="M66 22H84V58H66ZM75 10V22" />
    </>
  ),
  placement: (
    <>
      <path className="thin" d={TRACK} />
      <path className="bold" d="M8 8H84M84 4H98V13H84ZM30 8L24 24" />
      <path className="thin" d="M8 2V68" />
    </>
  ),
  clearance: (
    <>
      <path className="thin" d="M4 8H100M4 68H100M16 16H98V20H16Z" />
      <path className="thin" d="M24 62V50L36 46L44 34H76L84 50H94V62Z" />
      <circle className="thin" cx="38" cy="62" r="6" />
      <circle className="thin" cx="80" cy="62" r="6" />
      <path className="bold" d="M10 22V66M6 22H14M6 66H14" />
    </>
  ),
  replace: (
    <>
      <path className="thin" d="M4 14H30M74 14H100M30 8H74V40H30ZM44 40V46H60V40" />
      <path className="bold" d="M20 62H84M52 50V62M36 62L28 70M36 62L44 70M68 62L60 70M68 62L76 70" />
    </>
  ),
  packing: (
    <>
      <path className="thin" d="M10 4V68M4 4V68M78 4V68" />
      <path className="bold" d="M10 30H38V44H10ZM24 30V44M38 28H48V46H38Z" />
      <circle className="thin" cx="64" cy="37" r="8" />
    </>
  ),
  sun: (
    <>
      <path className="thin" d="M4 62H100M86 62V44H94V62" />
      <circle className="bold" cx="20" cy="22" r="9" />
      <path className="bold" d="M20 4V9M20 35V40M2 22H7M33 22H38M8 10L11 13M32 10L29 13M30 27L86 51" />
    </>
  ),
  practice: (
    <>
      <path className="thin" d="M30 4H74V68H30Z" />
      <circle className="bold" cx="52" cy="24" r="11" />
      <path className="thin" d="M40 46H50V56H40ZM54 46H64V56H54Z" />
      <path className="bold" d="M45 53V49M45 49L43 51M45 49L47 51M59 49V53M59 53L57 51M59 53L61 51" />
    </>
  ),
};

/** A tool of the bench as its small drawing; its words stand beside it. */
export function ToolDrawing({ name }: { name: string }) {
  return (
    <Drawn viewBox="0 0 104 72" width="104" height="72" aria-hidden="true">
      {TOOLS[name]}
    </Drawn>
  );
}
