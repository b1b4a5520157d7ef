import { mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { Copy, CopyReason, CopyState } from '#contract/answers';
import type { CopyKeeper } from '#server/backups';
import { DATABASE, readCopy, sink, writeCopy } from './copy-file';
import { addressOf, digestOf, dump, load, withScratch } from './database-tools';
import { copyName, outdated, readCopyName, type NamedCopy } from './retention';

export interface KeeperQuestion {
  readonly databaseUrl: string;
  readonly photosDir: string;
  readonly folder: string;
  readonly now: () => Date;
}

const UNPROVED = '.unproved';

/** What a copy is called on its way, whole or not. */
function isUnproved(name: string): boolean {
  const at = name.indexOf(UNPROVED);
  return at > 0 && readCopyName(name.slice(0, at)) !== null;
}

/** Copies of one program's database and photos in one folder: made, proved by reading back, let go by age. */
export class Keeper implements CopyKeeper {
  private problem: string | null = null;
  private busy: Promise<Copy> | null = null;

  constructor(private readonly q: KeeperQuestion) {}

  private list(): NamedCopy[] {
    try {
      return readdirSync(this.q.folder).flatMap((name) => readCopyName(name) ?? []);
    } catch {
      return [];
    }
  }

  state(): CopyState {
    const copies = this.list().sort((a, b) => b.madeAt.getTime() - a.madeAt.getTime());
    const last = copies[0];
    return {
      folder: this.q.folder,
      last: last
        ? {
            file: last.name,
            madeAt: last.madeAt.toISOString(),
            bytes: statSync(join(this.q.folder, last.name), { throwIfNoEntry: false })?.size ?? 0,
            because: last.because as CopyReason,
          }
        : null,
      count: copies.length,
      problem: this.problem,
      isBusy: this.busy !== null,
    };
  }

  /** Whether the newest copy is of an earlier day. */
  isDue(): boolean {
    const last = this.state().last;
    return last === null || last.madeAt.slice(0, 10) !== this.q.now().toISOString().slice(0, 10);
  }

  make(because: CopyReason): Promise<Copy> {
    this.busy ??= this.makeOne(because)
      .then(
        (copy) => {
          this.problem = null;
          for (const old of outdated(this.list())) rmSync(join(this.q.folder, old.name), { force: true });
          return copy;
        },
        (error: Error) => {
          this.problem = error.message;
          throw error;
        },
      )
      .finally(() => (this.busy = null));
    return this.busy;
  }

  private async makeOne(because: CopyReason): Promise<Copy> {
    const { folder, photosDir, databaseUrl, now } = this.q;
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    const madeAt = now();
    const file = join(folder, copyName(madeAt, because));
    /* A copy has a copy's name only once it is proved: one that a kill left in the middle is none, and is cleared away. */
    for (const left of readdirSync(folder)) if (isUnproved(left)) rmSync(join(folder, left), { force: true });
    const unproved = `${file}${UNPROVED}`;
    const database = dump(addressOf(databaseUrl));
    try {
      const manifest = await writeCopy(unproved, { database: database.text, ended: database.ended, photosDir, madeAt, because });
      await this.prove(unproved, manifest.files[DATABASE] as string);
      renameSync(unproved, file);
    } catch (error) {
      rmSync(unproved, { force: true });
      throw error;
    }
    return { file: copyName(madeAt, because), madeAt: madeAt.toISOString(), bytes: statSync(file).size, because };
  }

  /** Reads the whole copy back, and puts its database into one beside the real one: dumped again it must be the same text. */
  private async prove(file: string, digest: string): Promise<void> {
    const again = await withScratch(addressOf(this.q.databaseUrl), async (scratch) => {
      const text = sink();
      const loaded = load(scratch, text);
      await Promise.all([loaded, readCopy(file, (name) => (name === DATABASE ? text : null))]);
      return digestOf(scratch);
    });
    /* Where no second database may be made, every byte is read back all the same. */
    if (again === null) await readCopy(file, () => null);
    else if (again !== digest) throw new Error('the copy was read back and is not the same as the database');
  }
}
