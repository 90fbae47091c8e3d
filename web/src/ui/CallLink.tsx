import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { sessionQuery } from '../api/queries';

/** Whether whoever is signed in works on doors: the desk does not, and a call's pages are not for it. */
export const useWorksOnDoors = (): boolean => useQuery(sessionQuery).data?.person?.role !== 'desk';

type Props = { call: { key: string; closed_at?: string | null }; to?: string; children: ReactNode };

/** The way to a call; for the desk, to what its customer has on paper once it is closed. */
export function CallLink({ call, to = '', children }: Props) {
  if (useWorksOnDoors()) return <Link to={`/calls/${call.key}${to}`}>{children}</Link>;
  if (!call.closed_at) return children;
  return (
    <a href={`/api/calls/${call.key}/sheet.pdf`} target="_blank" rel="noreferrer">
      {children}
    </a>
  );
}
