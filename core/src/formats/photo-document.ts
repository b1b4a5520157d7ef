import { PAPERS, type PaperName } from '../layout/paper';
import { pageFrame } from '../photo/frame';
import type { Grey } from '../photo/grey';
import { measureJoined } from '../photo/joined';
import { measurePhoto, type Measured } from '../photo/measure';
import { parseDimension } from '../typed/dimension';
import { bad, good, type Result } from '../units/result';

/** What the headless measure answers: millimetres on the print, from its upper left corner, x to the right, y down. */
export interface PhotoDocument {
  readonly unit: 'mm';
  readonly thickness: number;
  readonly tiltDeg: number;
  readonly marks: { readonly dots: number; readonly rmsPixels: number };
  /** Whether the picture was taken square enough on for its diameters to be judged. */
  readonly diametersCount: boolean;
  /** `within`: 95 times in 100 a hole lies no farther from where it is said to be. */
  readonly holes: readonly { readonly x: number; readonly y: number; readonly diameter: number; readonly within: number }[];
  /** Where light hides what may be there. */
  readonly blinded: readonly { readonly x: number; readonly y: number; readonly radius: number }[];
  /** Corners of the sheet's edge in order; null where it is not plain, or reaches beyond the dark field. */
  readonly outline: readonly { readonly x: number; readonly y: number }[] | null;
}

/** More decimals than the measuring carries are not said. */
const round = (value: number) => Math.round(value * 1000) / 1000;

/** Which sheet a photograph shows, as typed: its thickness (inches where no unit stands), and the paper of the frame. */
export function photoQuestion(thickness: string, paper: string): Result<{ thickness: number; paper: PaperName }> {
  const read = parseDimension(thickness, { units: 'in', sheet: true });
  if (!read.ok) return bad({ ...read.problem, path: 'thickness' });
  if (!(paper in PAPERS)) return bad({ code: 'paper-unknown', path: 'paper' });
  return good({ thickness: read.value.length, paper: paper as PaperName });
}

/** The verb `measure`: the holes of a photographed sheet. */
export function answerPhoto(image: Grey, question: { readonly thickness: number; readonly paper: PaperName }): Result<PhotoDocument> {
  const answer = measurePhoto({ image, frame: pageFrame(question.paper), thickness: question.thickness });
  return answer.ok ? good(documentOf(answer.value, question.thickness)) : bad({ code: `photo-${answer.problem}` });
}

/** The same of photographs between strips: millimetres from the corner of the first strip, along it and away from it. */
export function answerPhotos(images: readonly Grey[], thickness: number): Result<PhotoDocument> {
  const answer = measureJoined({ images, thickness });
  if (!answer.ok) return bad({ code: `photo-${answer.problem}`, data: { photo: answer.photo + 1 } });
  const { holes, blinded, photos, isSquare } = answer.value;
  const worst = photos.reduce((a, b) => (b.rms > a.rms ? b : a));
  return good(
    documentOf(
      {
        holes,
        blinded,
        isSquare,
        outline: null,
        camera: worst.camera,
        dots: photos.reduce((n, p) => n + p.dots, 0),
        rms: worst.rms,
        tiltDeg: Math.max(...photos.map((p) => p.tiltDeg)),
      },
      thickness,
    ),
  );
}

function documentOf(m: Measured, thickness: number): PhotoDocument {
  return {
    unit: 'mm',
    thickness: round(thickness),
    tiltDeg: Math.round(m.tiltDeg * 10) / 10,
    marks: { dots: m.dots, rmsPixels: round(m.rms) },
    diametersCount: m.isSquare,
    holes: m.holes.map((h) => ({ x: round(h.at.x), y: round(h.at.y), diameter: round(h.diameter), within: round(h.within) })),
    blinded: m.blinded.map((b) => ({ x: round(b.at.x), y: round(b.at.y), radius: round(b.radius) })),
    outline: m.outline?.map((p) => ({ x: round(p.x), y: round(p.y) })) ?? null,
  };
}
