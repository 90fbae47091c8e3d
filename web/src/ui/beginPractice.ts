import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { client, data, type Schemas } from '../api/client';
import { newPracticeKey } from '../api/practiceQueries';

type Wish = Partial<Pick<Schemas['NewRun'], 'lesson' | 'level' | 'advice'>>;

/** Begins a run and opens its call: a lesson, free practice of a level, or the door of the day where neither is said. */
export function useBeginPractice() {
  const queries = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: ({ lesson = '', level = '', advice = 'all' }: Wish) =>
      data(client.POST('/api/practice', { body: { key: newPracticeKey(), lesson, level, advice } })),
    onSuccess: ({ run }) => {
      void queries.invalidateQueries({ queryKey: ['practice'] });
      navigate(`/calls/${run.key}/arrive`);
    },
  });
}
