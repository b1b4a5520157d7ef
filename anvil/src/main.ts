import { readFileSync } from 'node:fs';
import { answerCommand } from './answer-command';

const { code, out, error } = await answerCommand(process.argv.slice(2), (file) => readFileSync(file ?? 0, 'utf8'));
process.stdout.write(out);
process.stderr.write(error);
process.exitCode = code;
