import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { client, data, type Schemas } from '../api/client';
import { knowledgeQuery } from '../api/queries';
import { Label, Quiet, Stack } from '../ui/layout';
import { RadioButtons } from '../ui/RadioButtons';
import { Refused } from '../ui/states';

/** Where good technicians differ: which way does this shop go? */
export function Ways({ shop }: { shop: Schemas['ShopOut'] }) {
  const queries = useQueryClient();
  const knowledge = useQuery(knowledgeQuery);
  const save = useMutation({
    mutationFn: (ways: Record<string, string>) => data(client.PUT('/api/shop/ways', { body: { ways } })),
    onSuccess: () => queries.invalidateQueries(),
  });
  return (
    <Stack role="group" aria-label="How this shop works">
      <h2>How this shop works</h2>
      <Quiet>Where good technicians differ. The steps of Repair are told so; no gate depends on it.</Quiet>
      {knowledge.data?.schools.map((school) => (
        <Stack key={school.id} $gap={6}>
          <Label>{school.title}</Label>
          <RadioButtons
            label={school.title}
            flow
            value={shop.ways[school.id] ?? school.ways[0]?.id ?? null}
            pick={(way) => save.mutate({ ...shop.ways, [school.id]: way })}
            options={school.ways}
            isDisabled={save.isPending}
          />
        </Stack>
      ))}
      {save.isError && <Refused wrong={save.error} />}
    </Stack>
  );
}
