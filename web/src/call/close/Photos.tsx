import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { client, data, newId } from '../../api/client';
import { callQuery } from '../../api/queries';
import { Plain } from '../../ui/buttons';
import { Field } from '../../ui/Field';
import { Label, Quiet, Row, Stack } from '../../ui/layout';
import { Refused } from '../../ui/states';
import { clock } from '../../ui/words';
import { TakeBack } from '../TakeBack';
import type { Call } from '../useCall';
import { shrunk } from './shrunk';

const Strip = styled.div`display: grid; grid-template-columns: repeat(auto-fill, minmax(200px, 1fr)); gap: 12px;
  figure { margin: 0; display: grid; gap: 6px; align-content: start; } img { width: 100%; aspect-ratio: 4 / 3; object-fit: cover; border: 1px solid var(--line); display: block; }
  figcaption { font-size: 16px; }`;

/** What must be seen later: the broken part, the count on the cone, the eyes as left. */
export function Photos({ call }: { call: Call }) {
  const queries = useQueryClient();
  const [caption, setCaption] = useState('');
  const { photos, closed } = call.state;
  const key = call.call.key;
  const keep = useMutation({
    mutationFn: async (file: File) => {
      const picture = await shrunk(file);
      return data(
        client.PUT('/api/calls/{key}/photos/{photo}', {
          params: { path: { key, photo: newId() }, query: { caption: caption.trim() } },
          body: picture as unknown as string,
          bodySerializer: (body) => body as unknown as Blob,
          headers: { 'Content-Type': picture.type || 'image/jpeg' },
        }),
      );
    },
    onSuccess: (kept) => {
      queries.setQueryData(callQuery(key).queryKey, kept);
      setCaption('');
    },
  });
  if (closed && !photos.length) return null;
  return (
    <Stack role="group" aria-label="Photos">
      <Label>Photos</Label>
      {photos.length > 0 && (
        <Strip>
          {photos.map((one) => (
            <figure key={one.entry}>
              <a href={`/api/calls/${key}/photos/${one.photo}`} target="_blank" rel="noreferrer">
                <img
                  src={`/api/calls/${key}/photos/${one.photo}`}
                  alt={one.caption || `Photo of ${clock(one.at)}`}
                  loading="lazy"
                />
              </a>
              <figcaption>
                {one.caption} <Quiet as="span">{`${one.by}, ${clock(one.at)}`}</Quiet>
              </figcaption>
              {!closed && <TakeBack call={call} entry={one.entry} of={`the photo ${one.caption}`} />}
            </figure>
          ))}
        </Strip>
      )}
      {!closed && (
        <>
          <Field label="What the next photo shows" value={caption} onChange={setCaption} maxLength={200} />
          <Row style={{ justifyContent: 'start' }}>
            <FileTrigger
              acceptedFileTypes={['image/*']}
              defaultCamera="environment"
              onSelect={(files) => files?.[0] && keep.mutate(files[0])}
            >
              <Plain isDisabled={keep.isPending}>{keep.isPending ? 'Sending it' : 'Take a photo'}</Plain>
            </FileTrigger>
            <FileTrigger acceptedFileTypes={['image/*']} onSelect={(files) => files?.[0] && keep.mutate(files[0])}>
              <Plain isDisabled={keep.isPending}>Choose one</Plain>
            </FileTrigger>
          </Row>
          <Quiet>Scaled down, and without the place where it was taken. It needs a connection.</Quiet>
          {keep.isError && <Refused wrong={keep.error} />}
        </>
      )}
    </Stack>
  );
}
