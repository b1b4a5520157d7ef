import { drawingReader, type DrawingAnswer, type DrawingAsk } from './drawing-reader';

/* Off the main thread: a large or odd drawing never holds the page up. */
const reader = drawingReader();
self.onmessage = (event: MessageEvent<DrawingAsk>) => {
  const answer: DrawingAnswer = reader(event.data);
  const transfer =
    answer.kind === 'group' ? [answer.rows.xs.buffer, answer.rows.ys.buffer, answer.rows.starts.buffer, answer.rows.diameters.buffer] : [];
  self.postMessage(answer, { transfer });
};
