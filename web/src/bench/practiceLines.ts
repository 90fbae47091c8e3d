const WAIT = /^wait (\d+(?:\.\d+)?)$/;
const LONGEST_S = 600;

/** The lines with one more; time that passes is one line, however often it was looked at, and so is one lift of the hand. */
export function withLine(lines: readonly string[], line: string): string[] {
  if (line.startsWith('lift ') && lines.at(-1)?.startsWith('lift ')) return [...lines.slice(0, -1), line];
  const more = WAIT.exec(line);
  const last = WAIT.exec(lines.at(-1) ?? '');
  if (!more || !last) return [...lines, line];
  const together = Number(last[1]) + Number(more[1]);
  return together > LONGEST_S ? [...lines, line] : [...lines.slice(0, -1), `wait ${together}`];
}

export type Control = { text: string; line: string };

const SET_BUTTON: Control[] = [
  { text: 'Hold the set button', line: 'set' },
  { text: 'Hold “up”', line: 'jog 12' },
  { text: 'Hold “down”', line: 'jog -12' },
  { text: 'Press the set button', line: 'store' },
];

/** What limits are set with, by kind; screws have their own panel. */
export const SETS_LIMITS: Record<string, Control[]> = {
  rail_button: SET_BUTTON,
  shaft: SET_BUTTON,
  fixed_chain: [
    { text: 'Push the front stop', line: 'stop front' },
    { text: 'Push the back stop', line: 'stop back' },
  ],
};

type Way = { id: string; text: string };
const onOff = (first: 'on' | 'off', on: string, off: string): Way[] => {
  const ways = [
    { id: 'on', text: on },
    { id: 'off', text: off },
  ];
  return first === 'on' ? ways : ways.reverse();
};

/** What can be done to the world round it, by the line's first word; as it begins first. */
export const WORLD: { word: string; title: string; ways: Way[] }[] = [
  {
    word: 'eyes',
    title: 'Eyes',
    ways: [
      { id: 'clear', text: 'clear' },
      { id: 'blocked', text: 'blocked' },
      { id: 'dark', text: 'no light' },
      { id: 'bridged', text: 'wires bridged' },
    ],
  },
  { word: 'block', title: 'Block on the floor', ways: onOff('off', 'laid flat', 'none') },
  { word: 'slack', title: 'Cables', ways: onOff('off', 'one is slack', 'tight') },
  { word: 'mains', title: 'Mains', ways: onOff('on', 'on', 'off') },
  { word: 'battery', title: 'Battery', ways: onOff('off', 'in', 'none') },
  {
    word: 'fault',
    title: 'What has failed in it',
    ways: [
      { id: 'none', text: 'nothing' },
      { id: 'travel_module', text: 'travel module' },
      { id: 'capacitor', text: 'capacitor' },
      { id: 'gear_stripped', text: 'gear' },
      { id: 'board', text: 'board' },
    ],
  },
  {
    word: 'heavy',
    title: 'The door',
    ways: [
      { id: '0', text: 'balanced' },
      { id: '60', text: 'much too heavy' },
    ],
  },
];

/** How it was set last, or as it began. */
export function standsAt({ word, ways }: (typeof WORLD)[number], lines: readonly string[]): string {
  const last = lines.findLast((line) => line.startsWith(`${word} `));
  return last?.slice(word.length + 1) ?? ways[0]?.id ?? '';
}
