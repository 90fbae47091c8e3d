import { Quiet } from '../ui/layout';

/** What stands where an answer waits for numbers. */
export function MissingNumbers({ count }: { count: number }) {
  return <Quiet>Type the door and its track{count ? `: ${count} numbers are missing` : ''}.</Quiet>;
}
