/** Wall, concrete and framing: the hatching of a shop drawing, to be filled with by its id. */
export function Hatch({ id }: { id: string }) {
  return (
    <defs>
      <pattern id={id} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0V7" stroke="var(--line)" strokeWidth="1.3" />
      </pattern>
    </defs>
  );
}
