/** Whether this browser can say a count aloud. */
export const canSpeak = () => 'speechSynthesis' in window;

/** Say a count aloud; a new one cuts the old one short, for it is out of date. */
export function sayAloud(words: string): void {
  window.speechSynthesis.cancel();
  window.speechSynthesis.speak(new SpeechSynthesisUtterance(words));
}
