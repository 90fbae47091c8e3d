/** Where each part stands on the drawing [in from the left edge and the floor; w and h are the door's]. */
export const AT: Record<string, (w: number, h: number) => [number, number]> = {
  springs: (w, h) => [w / 2 - w / 5, h + 16],
  drums: (w, h) => [w, h + 16],
  opener: (w, h) => [w / 2, h - 7],
  outlet: (w, h) => [w * 0.06, h + 16],
  cables: (_, h) => [4, h * 0.8],
  track: (w, h) => [w - 4, h * 0.8],
  rollers: (w, h) => [w - 4, h * 0.3],
  sections: (w, h) => [w * 0.34, h * 0.62],
  door: (w, h) => [w * 0.42, h * 0.42],
  control: (w, h) => [w - 4, h * 0.55],
  eye_wire: (_, h) => [4, h * 0.31],
  eyes: () => [4, 7],
  floor: (w) => [w * 0.55, 7],
};
