import { useRemembered } from './remembered';

/** Whether the shop's own closed calls weigh in the search for the fault, beside what is usual. */
export const useOwnCalls = () => useRemembered('find.own-calls', ['counted', 'left out']);
