import { useEffect, useState } from 'react';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { pictureOf } from '../../api/pictures';
import { useDraft } from '../../ui/draft';
import { Field } from '../../ui/Field';
import { Label, Quiet, Stack } from '../../ui/layout';
import { Select } from '../../ui/Select';
import { clock } from '../../ui/words';
import { TakeBack } from '../TakeBack';
import { TakePhoto } from '../TakePhoto';
import type { Call } from '../useCall';

const Strip = styled.div`display: grid; grid-template-columns: repeat(auto-fill, minmax(200px, 1fr)); gap: 12px;
  figure { margin: 0; display: grid; gap: 6px; align-content: start; } img { width: 100%; aspect-ratio: 4 / 3; object-fit: cover; border: 1px solid var(--line); display: block; }
  figcaption { font-size: 16px; }`;

/** What must be seen later: the broken part, the count on the cone, the eyes as left. */
export function Photos({ call }: { call: Call }) {
  const [caption, setCaption] = useDraft('caption');
  const [of, setOf] = useState('');
  const { photos, to_show, closed } = call.state;
  const key = call.call.key;
  const says = new Map(to_show.map((one) => [one.entry, one.text]));
  // What was picked may have been taken back meanwhile, here or on another tablet.
  const shows = says.has(of) ? of : '';
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
                  alt={saysOf(one) || `Photo of ${clock(one.at)}`}
                  loading="lazy"
                />
              </a>
              <figcaption>
                <Shows claim={one.shows} caption={one.caption} />
                <Quiet as="span">{`${one.by}, ${clock(one.at)}`}</Quiet>
              </figcaption>
              {!closed && <TakeBack call={call} entry={one.entry} of={`the photo of ${saysOf(one) || 'the door'}`} />}
            </figure>
          ))}
          {waiting.map((one) => (
            <figure key={one.photo}>
              <OnThisTablet photo={one.photo} says={one.caption || 'Photo'} />
              <figcaption>
                <Shows claim={says.get(one.of ?? '') ?? ''} caption={one.caption ?? ''} />
                <Quiet as="span">waits to be sent</Quiet>
              </figcaption>
            </figure>
          ))}
        </Strip>
      )}
      {!closed && (
        <>
          <Select
            label="The next photo is of"
            value={shows}
            none="The door"
            options={to_show.map(({ entry, text }) => ({ id: entry, text }))}
            pick={setOf}
          />
          <Field label="What is written under it" value={caption} onChange={setCaption} maxLength={200} />
          <TakePhoto
            call={call}
            of={shows}
            caption={caption}
            kept={() => {
              setCaption('');
              setOf('');
            }}
          />
          <Quiet>
            Scaled down, and without the place where it was taken. Without a connection it is kept on this tablet until
            there is one.
          </Quiet>
        </>
      )}
    </Stack>
  );
}

const saysOf = ({ shows, caption }: Schemas['PhotoState']) => [shows, caption].filter(Boolean).join('. ');

/** What a photo shows, and what was written under it. */
function Shows({ claim, caption }: { claim: string; caption: string }) {
  return (
    <>
      {claim && <b>{claim} </b>}
      {caption}{' '}
    </>
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
