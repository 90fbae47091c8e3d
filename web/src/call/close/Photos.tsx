import { useMutation } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { newId } from '../../api/client';
import { keepPicture, pictureOf } from '../../api/pictures';
import { Plain } from '../../ui/buttons';
import { Field } from '../../ui/Field';
import { Caution, Label, Quiet, Row, Stack } from '../../ui/layout';
import { clock } from '../../ui/words';
import { TakeBack } from '../TakeBack';
import type { Call } from '../useCall';
import { shrunk } from './shrunk';

const Strip = styled.div`display: grid; grid-template-columns: repeat(auto-fill, minmax(200px, 1fr)); gap: 12px;
  figure { margin: 0; display: grid; gap: 6px; align-content: start; } img { width: 100%; aspect-ratio: 4 / 3; object-fit: cover; border: 1px solid var(--line); display: block; }
  figcaption { font-size: 16px; }`;

/** What must be seen later: the broken part, the count on the cone, the eyes as left. */
export function Photos({ call }: { call: Call }) {
  const [caption, setCaption] = useState('');
  const { photos, closed } = call.state;
  const key = call.call.key;
  const keep = useMutation({
    networkMode: 'always',
    mutationFn: async (file: File) => {
      const photo = newId();
      await keepPicture(photo, await shrunk(file));
      return photo;
    },
    onSuccess: (photo) => {
      call.enter({ kind: 'photographed', photo, of: '', caption: caption.trim() }, photo);
      setCaption('');
    },
  });
  const waiting = call.waiting.flatMap(({ body }) => (body.kind === 'photographed' ? [body] : []));
  if (closed && !photos.length) return null;
  return (
    <Stack role="group" aria-label="Photos">
      <Label>Photos</Label>
      {photos.length + waiting.length > 0 && (
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
          {waiting.map((one) => (
            <figure key={one.photo}>
              <OnThisTablet photo={one.photo} says={one.caption || 'Photo'} />
              <figcaption>
                {one.caption} <Quiet as="span">waits to be sent</Quiet>
              </figcaption>
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
              <Plain isDisabled={keep.isPending}>{keep.isPending ? 'Keeping it' : 'Take a photo'}</Plain>
            </FileTrigger>
            <FileTrigger acceptedFileTypes={['image/*']} onSelect={(files) => files?.[0] && keep.mutate(files[0])}>
              <Plain isDisabled={keep.isPending}>Choose one</Plain>
            </FileTrigger>
          </Row>
          <Quiet>
            Scaled down, and without the place where it was taken. Without a connection it is kept on this tablet until
            there is one.
          </Quiet>
          {keep.isError && (
            <Caution role="alert">The photo could not be kept on this tablet. Is its storage full?</Caution>
          )}
        </>
      )}
    </Stack>
  );
}

/** A picture that is on this tablet alone. */
function OnThisTablet({ photo, says }: { photo: string; says: string }) {
  const [address, setAddress] = useState('');
  useEffect(() => {
    let made = '';
    let isGone = false;
    void pictureOf(photo).then((picture) => {
      if (!picture || isGone) return;
      made = URL.createObjectURL(picture);
      setAddress(made);
    });
    return () => {
      isGone = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [photo]);
  return address ? <img src={address} alt={says} /> : null;
}
