/** Longest sides of a photo that is sent, pixels, the first that is light enough, and how much it may weigh in base64. */
interface PhotoSize {
  longestPx: readonly number[];
  most: number;
}

/** One of a form, and one of several: a dozen of these with one of those still go in one piece. */
const WHOLE: PhotoSize = { longestPx: [1280, 960], most: 200_000 };
const SMALL: PhotoSize = { longestPx: [800, 640, 480], most: 60_000 };
const QUALITIES = [0.75, 0.6, 0.45, 0.3] as const;

/** A picture as a small JPEG in base64. @param isOneOfMany several are sent together @throws when the browser cannot read it */
export async function smallPhoto(file: Blob, isOneOfMany = false): Promise<string> {
  const { longestPx, most } = isOneOfMany ? SMALL : WHOLE;
  const picture = await createImageBitmap(file);
  let text = '';
  for (const longest of longestPx) {
    const canvas = drawn(picture, longest);
    for (const quality of QUALITIES) {
      text = canvas.toDataURL('image/jpeg', quality).split(',')[1] ?? '';
      if (text.length <= most) break;
    }
    if (text.length <= most) break;
  }
  picture.close();
  return text;
}

function drawn(picture: ImageBitmap, longest: number): HTMLCanvasElement {
  const scale = Math.min(1, longest / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  return canvas;
}
