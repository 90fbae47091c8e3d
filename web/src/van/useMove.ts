import { useMutation, useQueryClient } from '@tanstack/react-query';
import { client, data, type Schemas } from '../api/client';

export type Move = Omit<Schemas['NewMove'], 'id'>;

/** Pieces that come on a van or leave it. */
export function useMove() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (move: Move & { id: string }) => data(client.POST('/api/van/moves', { body: move })),
    onSuccess: () => queries.invalidateQueries(),
  });
}
