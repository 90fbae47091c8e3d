import type { Schemas } from '../api/client';
import type { Dimensions } from '../drawing/Dimension';

/** What a page's answer is worked out of: the sheet as read, what was typed, and the way to type. */
export type ResultProps = {
  sheet: Schemas['Sheet'];
  typed: Record<string, string>;
  /** Types fields, several at once where they belong together. */
  type: (fields: Record<string, string>) => void;
  /** The page's numbers as a drawing shows them, to be touched. */
  dimensions: Dimensions;
};
