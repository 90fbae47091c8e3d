import { useMutation } from '@tanstack/react-query';
import { FileTrigger } from 'react-aria-components';
import { newId } from '../api/client';
import { keepPicture } from '../api/pictures';
import { Plain } from '../ui/buttons';
import { Caution, Row } from '../ui/layout';
import { scalePhoto } from './scalePhoto';
import type { Call } from './useCall';

type Props = {
  call: Call;
  /** The claim it is of; empty where it is of the door. */
  of: string;
  caption?: string;
  label?: string;
  kept?: () => void;
};

/** A photo from the camera or from the tablet: kept here until the server has it. */
export function TakePhoto({ call, of, caption = '', label = 'Take a photo', kept }: Props) {
  const keep = useMutation({
    networkMode: 'always',
    mutationFn: async (file: File) => {
      const photo = newId();
      await keepPicture(photo, await scalePhoto(file));
      return photo;
    },
    onSuccess: (photo) => {
      call.enter({ kind: 'photographed', photo, of, caption: caption.trim() }, photo);
      kept?.();
    },
  });
  const take = (files: FileList | null) => files?.[0] && keep.mutate(files[0]);
  return (
    <>
      <Row style={{ justifyContent: 'start' }}>
        <FileTrigger acceptedFileTypes={['image/*']} defaultCamera="environment" onSelect={take}>
          <Plain isDisabled={keep.isPending}>{keep.isPending ? 'Keeping it' : label}</Plain>
        </FileTrigger>
        <FileTrigger acceptedFileTypes={['image/*']} onSelect={take}>
          <Plain isDisabled={keep.isPending}>Choose one</Plain>
        </FileTrigger>
      </Row>
      {keep.isError && <Caution role="alert">The photo could not be kept on this tablet. Is its storage full?</Caution>}
    </>
  );
}
