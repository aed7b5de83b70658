/** Longest side of a kept picture, in pixels; enough to find a switch by. */
const SIDE = 640;
/** Largest file that is opened at all, in bytes. */
const MOST = 20_000_000;

/**
 * A photograph made small: drawn anew, so that nothing of where and when it was taken goes with it.
 *
 * @throws Error with words for the user when the file is no picture or far too large
 */
export async function smallPicture(file: File): Promise<Blob> {
  if (file.size > MOST)
    throw new Error(
      `${file.name} has ${Math.round(file.size / 1_000_000)} MB; at most ${MOST / 1_000_000} MB are opened.`,
    );
  let image: ImageBitmap;
  try {
    image = await createImageBitmap(file);
  } catch {
    throw new Error(`${file.name} isn’t a picture that this browser can open.`);
  }
  const scale = Math.min(1, SIDE / Math.max(image.width, image.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(image.width * scale));
  canvas.height = Math.max(1, Math.round(image.height * scale));
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  image.close();
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', 0.72));
  if (!blob) throw new Error(`${file.name} could not be made smaller.`);
  return blob;
}
