import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { create, type Font } from 'fontkit';

interface Face {
  readonly name: string;
  readonly file: Buffer;
  readonly has: (codePoint: number) => boolean;
}

const require = createRequire(import.meta.url);

function face(name: string, path: string): Face {
  const file = readFileSync(require.resolve(path));
  const letters = new Set((create(file) as Font).characterSet);
  return { name, file, has: (codePoint) => letters.has(codePoint) };
}

/**
 * The app's own face, and one with more letters and signs for texts that the first cannot write whole; read when the first page is
 * written. Files of their own inside the document, cut down to the letters used.
 */
const faces = once(() => ({
  text: {
    regular: face('text', '@expo-google-fonts/source-sans-3/400Regular/SourceSans3_400Regular.ttf'),
    bold: face('text-bold', '@expo-google-fonts/source-sans-3/700Bold/SourceSans3_700Bold.ttf'),
  },
  wide: {
    regular: face('wide', 'dejavu-fonts-ttf/ttf/DejaVuSans.ttf'),
    bold: face('wide-bold', 'dejavu-fonts-ttf/ttf/DejaVuSans-Bold.ttf'),
  },
}));

function once<T>(make: () => T): () => T {
  let made: T | undefined;
  return () => (made ??= make());
}

/** Every face a page may use. */
export function allFaces(): readonly Face[] {
  const { text, wide } = faces();
  return [text.regular, text.bold, wide.regular, wide.bold];
}

/**
 * The face in which a text can be written, and the text as it is written: line breaks and tabs as blanks, a letter that no face has as
 * its number (`[U+4E2D]`), so that two names never look the same.
 */
export function faceFor(text: string, isBold: boolean): { readonly face: string; readonly written: string } {
  const { text: own, wide } = faces();
  const weight = isBold ? 'bold' : 'regular';
  const letters = [...text.replace(/[\t\r\n\u2028\u2029]+/g, ' ')];
  for (const face of [own[weight], wide[weight]])
    if (letters.every((c) => face.has(codeOf(c)))) return { face: face.name, written: letters.join('') };
  return {
    face: wide[weight].name,
    written: letters
      .map((c) => (wide[weight].has(codeOf(c)) ? c : `[U+${codeOf(c).toString(16).toUpperCase().padStart(4, '0')}]`))
      .join(''),
  };
}

function codeOf(letter: string): number {
  return letter.codePointAt(0) ?? 0;
}
