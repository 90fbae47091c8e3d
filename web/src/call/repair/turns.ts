const PARTS = ['', '⅛', '¼', '⅜', '½', '⅝', '¾', '⅞'];

/** Turns of a screw as they are counted, clockwise above zero. */
export function turnsSaid(turns: number): string {
  const eighths = Math.round(Math.abs(turns) * 8);
  if (eighths === 0) return 'not turned';
  const whole = Math.floor(eighths / 8);
  const count = `${whole || ''}${PARTS[eighths % 8]}`;
  return `${count} turn${eighths <= 8 ? '' : 's'} ${turns > 0 ? 'clockwise' : 'counter-clockwise'}`;
}
