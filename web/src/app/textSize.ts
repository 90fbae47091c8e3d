import { deviceStore } from '../api/deviceStore';

/** How large the text of a call is, against its usual size. */
const SIZES = ['1', '1.15', '1.3'] as const;
const KEY = 'north-hinge.text';

const sizeHere = () => SIZES.find((one) => one === deviceStore.getItem(KEY)) ?? SIZES[0];

export function wearTextSize(): void {
  document.documentElement.style.setProperty('--text-size', sizeHere());
}

/** The next of the three sizes, and from the largest back to the usual one. */
export function changeTextSize(): void {
  deviceStore.setItem(KEY, SIZES[(SIZES.indexOf(sizeHere()) + 1) % SIZES.length] ?? SIZES[0]);
  wearTextSize();
}
