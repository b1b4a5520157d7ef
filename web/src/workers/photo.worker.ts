import type { Place } from '#core/layout/path';
import type { PaperName } from '#core/layout/paper';
import type { WantedHole } from '#core/photo/compare';
import { pageFrame, type Frame } from '#core/photo/frame';
import type { Camera } from '#core/photo/camera';
import { greyOf, type Grey } from '#core/photo/grey';
import { measureJoined } from '#core/photo/joined';
import { measurePhoto } from '#core/photo/measure';
import { sheetBetweenStrips, sheetOnPage, type SeenSheet } from '#core/photo/seen-sheet';
import { findPlacings, type Placing } from '#core/photo/placing';
import { practicePart, practiceShots, type PracticeHole, type PracticePart } from '#core/photo/practice';
import { practiceStrips } from '#core/photo/practice-strips';
import { frameScene, takePhoto, type Shot } from '#core/photo/simulate';
import { straightened } from '#core/photo/straighten';

/** What the marks are printed on: a page with a frame, or strips. */
export type FramePaper = PaperName | 'strips';

/** What is asked of the worker. Lengths mm. */
export type PhotoAsk =
  | {
      readonly kind: 'measure';
      /** On a page one picture; between strips one or more. */
      readonly files: readonly Blob[];
      readonly paper: FramePaper;
      readonly thickness: number;
      /** Holes of the plan in this sheet; none where the plan does not say where they are. */
      readonly wanted: readonly WantedHole[];
    }
  | {
      readonly kind: 'practice';
      readonly paper: FramePaper;
      readonly thickness: number;
      readonly holes: readonly PracticeHole[];
      readonly outline: readonly Place[] | null;
      readonly seed: number;
      readonly withFaults: boolean;
    };

export type PhotoAnswer =
  | { readonly kind: 'progress'; readonly share: number; readonly doing: 'decoding' | 'measuring' | 'comparing' | 'photographing' }
  | { readonly kind: 'problem'; readonly code: string; readonly photo?: number }
  | { readonly kind: 'measured'; readonly sheet: SeenSheet; readonly ways: readonly Placing[]; readonly picture: ImageBitmap }
  | { readonly kind: 'practice'; readonly files: readonly Blob[] };

/** Of the straightened picture. */
const PIXELS_A_MM = 4;
const MOST_PIXELS = 2400;
const PRACTICE = { width: 3200, height: 2400, tilt: [1, 5] } as const;

const say = (answer: PhotoAnswer, transfer: Transferable[] = []) => self.postMessage(answer, { transfer });

/** Measures photographs, and makes some to practise with; off the page. */
self.onmessage = ({ data }: MessageEvent<PhotoAsk>) => {
  void (data.kind === 'measure' ? measure(data) : practise(data));
};

async function measure({ files, paper, thickness, wanted }: Extract<PhotoAsk, { kind: 'measure' }>): Promise<void> {
  say({ kind: 'progress', share: 0.02, doing: 'decoding' });
  const images: Grey[] = [];
  for (const [i, file] of files.entries()) {
    const image = await decoded(file);
    if (!image) return say({ kind: 'problem', code: 'photo-broken', photo: i });
    images.push(image);
  }
  const onProgress = (share: number) => say({ kind: 'progress', share: 0.2 + 0.6 * share, doing: 'measuring' });
  onProgress(0);
  const found = paper === 'strips' ? between(images, thickness, onProgress) : onPage(images[0] as Grey, paper, thickness, onProgress);
  if (!found.ok) return say({ kind: 'problem', code: `photo-${found.problem}`, photo: found.photo });
  const { sheet, cameras } = found;
  say({ kind: 'progress', share: 0.85, doing: 'comparing' });
  const { view } = sheet;
  const placings = findPlacings(
    sheet.holes.map((h) => h.at),
    wanted.map((w) => w.place),
    { x: view.x + view.width / 2, y: view.y + view.height / 2 },
  );
  const pixels = Math.min(PIXELS_A_MM, MOST_PIXELS / view.width);
  const pictures = cameras.map((camera, i) => ({ image: images[i] as Grey, camera }));
  const flat = straightened(pictures, view, thickness, pixels);
  const picture = await createImageBitmap(new ImageData(flat.data, flat.width, flat.height));
  say({ kind: 'measured', sheet, ways: placings?.ways ?? [], picture }, [picture]);
}

type Found =
  | { readonly ok: true; readonly sheet: SeenSheet; readonly cameras: readonly Camera[] }
  | { readonly ok: false; readonly problem: string; readonly photo: number };

function onPage(image: Grey, paper: PaperName, thickness: number, onProgress: (share: number) => void): Found {
  const frame = pageFrame(paper);
  const answer = measurePhoto({ image, frame, thickness, onProgress });
  return answer.ok
    ? { ok: true, sheet: sheetOnPage(answer.value, frame), cameras: [answer.value.camera] }
    : { ok: false, problem: answer.problem, photo: 0 };
}

function between(images: readonly Grey[], thickness: number, onProgress: (share: number) => void): Found {
  const answer = measureJoined({ images, thickness, onProgress });
  return answer.ok ? { ok: true, sheet: sheetBetweenStrips(answer.value), cameras: answer.value.photos.map((p) => p.camera) } : answer;
}

/** The grey of a picture file, turned as its camera says; null: it does not open. */
async function decoded(file: Blob) {
  try {
    const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
    const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
    const context = canvas.getContext('2d', { willReadFrequently: true });
    context?.drawImage(bitmap, 0, 0);
    const pixels = context?.getImageData(0, 0, bitmap.width, bitmap.height);
    bitmap.close();
    return pixels ? greyOf(pixels.width, pixels.height, pixels.data) : null;
  } catch {
    return null;
  }
}

async function practise({ paper, thickness, holes, outline, seed, withFaults }: Extract<PhotoAsk, { kind: 'practice' }>): Promise<void> {
  const part =
    paper === 'strips'
      ? practiceStrips(holes, outline, thickness, { seed, withFaults })
      : practicePage(pageFrame(paper), practicePart(pageFrame(paper), holes, outline, thickness, { seed, withFaults }));
  if (!part) return say({ kind: 'problem', code: 'practice-no-hole' });
  const files: Blob[] = [];
  const shots = practiceShots(seed, part.scenes.length, PRACTICE);
  for (const [i, scene] of part.scenes.entries()) {
    const taken = takePhoto(scene, part.sheet, shots[i] as Shot, (share) =>
      say({ kind: 'progress', share: (i + share) / part.scenes.length, doing: 'photographing' }),
    );
    files.push(await jpegOf(taken));
  }
  say({ kind: 'practice', files });
}

function practicePage(frame: Frame, part: PracticePart | null) {
  return part && { sheet: part.sheet, scenes: [frameScene(frame)] };
}

async function jpegOf(taken: Grey): Promise<Blob> {
  const rgba = new Uint8ClampedArray(taken.width * taken.height * 4);
  for (let i = 0, k = 0; i < taken.data.length; i++, k += 4) {
    rgba[k] = rgba[k + 1] = rgba[k + 2] = taken.data[i] as number;
    rgba[k + 3] = 255;
  }
  const canvas = new OffscreenCanvas(taken.width, taken.height);
  canvas.getContext('2d')?.putImageData(new ImageData(rgba, taken.width, taken.height), 0, 0);
  return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.92 });
}
