/** Longest side of a photo that is sent, pixels, and how much it may weigh. */
const LONGEST_PX = 1280;
const MOST_BASE64 = 200_000;
const QUALITIES = [0.75, 0.6, 0.45, 0.3] as const;

/** A picture as a small JPEG in base64. @throws when the browser cannot read it */
export async function smallPhoto(file: Blob): Promise<string> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, LONGEST_PX / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  let text = '';
  for (const quality of QUALITIES) {
    text = canvas.toDataURL('image/jpeg', quality).split(',')[1] ?? '';
    if (text.length <= MOST_BASE64) return text;
  }
  return text;
}
