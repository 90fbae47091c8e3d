import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { client, data, newId } from '../api/client';
import { Page } from '../ui/layout';
import { PageTitle } from '../ui/PageTitle';
import { AlreadyHere } from './AlreadyHere';
import { type Details, DetailsForm } from './DetailsForm';

const EMPTY = { place: '', customer: '', phone: '', email: '', access_notes: '' };

export function NewDoor() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [key] = useState(newId);
  // What was searched for and is not there yet is the name of the new one.
  const name = useSearchParams()[0].get('name') ?? '';
  const open = useMutation({
    mutationFn: (details: Details) => data(client.POST('/api/doors', { body: { ...details, key } })),
    onSuccess: () => {
      queries.invalidateQueries({ queryKey: ['doors'] });
      navigate(`/doors/${key}`, { replace: true });
    },
  });
  return (
    <Page>
      <PageTitle>Open a new file</PageTitle>
      <DetailsForm
        first={{ ...EMPTY, name }}
        save={open.mutate}
        saving={open.isPending}
        wrong={open.error}
        beside={(details) => <AlreadyHere details={details} />}
      />
    </Page>
  );
}
