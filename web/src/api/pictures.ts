import { createStore, del, get, set } from 'idb-keyval';

// Made when it is first asked for: not every tablet takes a photo.
let made: ReturnType<typeof createStore> | undefined;
const store = () => {
  made ??= createStore('north-hinge', 'pictures');
  return made;
};

/** Pictures that are not with the server yet, by the key of their photo: kept on the tablet until they are. */
export const keepPicture = (photo: string, picture: Blob) => set(photo, picture, store());
export const pictureOf = (photo: string) => get<Blob>(photo, store());
export const dropPicture = (photo: string) => del(photo, store());
