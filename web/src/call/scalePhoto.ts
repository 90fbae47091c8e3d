const LONGEST_SIDE = 1600;

/** A picture as it is sent: scaled to what is kept, so that a weak connection carries it; the server does the same again. */
export async function scalePhoto(file: File): Promise<Blob> {
  const picture = await createImageBitmap(file).catch(() => null);
  // What the browser cannot read goes as it is: the server says what is wrong with it.
  if (!picture) return file;
  const scale = Math.min(1, LONGEST_SIDE / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve) => canvas.toBlob((blob) => resolve(blob ?? file), 'image/jpeg', 0.85));
}
