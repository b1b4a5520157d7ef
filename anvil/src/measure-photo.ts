import { answerPhoto, answerPhotos, photoQuestion, type PhotoDocument } from '#core/formats/photo-document';
import { greyOf, type Grey } from '#core/photo/grey';
import { bad, type Result } from '#core/units/result';

/**
 * The verb `measure`: a photograph of a sheet on a printed frame, its thickness as typed, the paper of the frame; or several photographs of
 * a part between strips, its thickness, and the word `strips`.
 */
export async function measureFile(args: readonly string[]): Promise<Result<PhotoDocument>> {
  if (args.at(-1) === 'strips') {
    const [thickness, ...files] = [...args.slice(0, -1)].reverse();
    if (thickness === undefined || files.length === 0) return bad({ code: 'measure-arguments' });
    const question = photoQuestion(thickness, 'a4');
    if (!question.ok) return question;
    const images: Grey[] = [];
    for (const file of files.reverse()) {
      const image = await decoded(file);
      if (!image) return bad({ code: 'file-unreadable', data: { file } });
      images.push(image);
    }
    return answerPhotos(images, question.value.thickness);
  }
  const [file, thickness, paper = 'a4', ...rest] = args;
  if (file === undefined || thickness === undefined || rest.length > 0) return bad({ code: 'measure-arguments' });
  const question = photoQuestion(thickness, paper);
  if (!question.ok) return question;
  const image = await decoded(file);
  return image ? answerPhoto(image, question.value) : bad({ code: 'file-unreadable', data: { file } });
}

async function decoded(file: string): Promise<Grey | null> {
  /* Decodes pictures; of no use to any other verb. */
  const { default: sharp } = await import('sharp');
  const picture = await sharp(file)
    .rotate()
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
    .catch(() => null);
  return picture && greyOf(picture.info.width, picture.info.height, picture.data);
}
