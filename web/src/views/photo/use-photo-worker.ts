import { useCallback, useEffect, useRef, useState } from 'react';
import type { SeenSheet } from '#core/photo/seen-sheet';
import type { Placing } from '#core/photo/placing';
import { problemMessage } from '#core/wording/problems';
import type { PhotoAnswer, PhotoAsk } from '../../workers/photo.worker';

/** A photograph with what was measured in it. */
export interface MeasuredPhoto {
  readonly files: readonly File[];
  readonly sheet: SeenSheet;
  /** Ways the sheet may lie in the plan; none where its holes are not found there. */
  readonly ways: readonly Placing[];
  readonly picture: ImageBitmap;
}

const DOING = {
  decoding: 'Opening the picture',
  measuring: 'Measuring',
  comparing: 'Laying it on the plan',
  photographing: 'Taking the practice photograph',
} as const;

type MeasureAsk = Omit<Extract<PhotoAsk, { kind: 'measure' }>, 'kind' | 'files'>;
type PracticeAsk = Omit<Extract<PhotoAsk, { kind: 'practice' }>, 'kind'>;

/** One photograph at a time, measured in a worker; it can be stopped. */
export function usePhotoWorker() {
  const worker = useRef<Worker | null>(null);
  const [progress, setProgress] = useState<{ share: number; doing: string } | null>(null);
  const [photo, setPhoto] = useState<MeasuredPhoto | null>(null);
  const [error, setError] = useState<string | null>(null);
  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    setProgress(null);
  }, []);
  useEffect(() => stop, [stop]);
  const run = useCallback(
    (ask: PhotoAsk, onAnswer: (answer: Exclude<PhotoAnswer, { kind: 'progress' | 'problem' }>) => void) => {
      stop();
      setError(null);
      setPhoto(null);
      setProgress({ share: 0, doing: 'Beginning' });
      const started = new Worker(new URL('../../workers/photo.worker.ts', import.meta.url), { type: 'module' });
      worker.current = started;
      started.onmessage = ({ data }: MessageEvent<PhotoAnswer>) => {
        if (data.kind === 'progress') return setProgress({ share: data.share, doing: DOING[data.doing] });
        stop();
        if (data.kind === 'problem') {
          const which = ask.kind === 'measure' && ask.files.length > 1 && data.photo !== undefined ? `Photograph ${data.photo + 1}: ` : '';
          return setError(`${which}${problemMessage({ code: data.code })}`);
        }
        onAnswer(data);
      };
      started.onerror = () => {
        stop();
        setError(problemMessage({ code: 'photo-broken' }));
      };
      started.postMessage(ask);
    },
    [stop],
  );
  const measure = useCallback(
    (files: readonly File[], ask: MeasureAsk) =>
      run({ kind: 'measure', files, ...ask }, (answer) => {
        if (answer.kind === 'measured') setPhoto({ files, sheet: answer.sheet, ways: answer.ways, picture: answer.picture });
      }),
    [run],
  );
  const practise = useCallback(
    (ask: PracticeAsk, onFiles: (files: readonly File[]) => void) =>
      run({ kind: 'practice', ...ask }, (answer) => {
        if (answer.kind === 'practice')
          onFiles(answer.files.map((f, i) => new File([f], `practice-photograph-${i + 1}.jpg`, { type: 'image/jpeg' })));
      }),
    [run],
  );
  return { progress, photo, error, measure, practise, stop, forget: () => setPhoto(null) };
}
