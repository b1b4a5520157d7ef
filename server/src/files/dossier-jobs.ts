import { randomUUID } from 'node:crypto';
import { createWriteStream, mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { KitRecord } from '../db/kit-record';
import { dossierPdf, type DossierQuestion } from './dossier-pdf';

export interface JobState {
  readonly id: string;
  readonly state: 'working' | 'done' | 'stopped' | 'failed';
  /** From 0 to 1. */
  readonly progress: number;
  /** How long it took, or has taken, ms. */
  readonly tookMs: number;
}

class Stopped extends Error {}

interface Job {
  id: string;
  state: JobState['state'];
  progress: number;
  began: number;
  ended: number | null;
  isStopping: boolean;
}

/** Most jobs remembered; the oldest ones are let go with their files. */
const KEPT = 8;

/** Dossiers being made, one after the other; each can be asked about and stopped. */
export class DossierJobs {
  private readonly jobs = new Map<string, Job>();
  private queue: Promise<void> = Promise.resolve();

  constructor(
    private readonly folder: string,
    private readonly now: () => Date,
  ) {}

  start(load: () => Promise<KitRecord | null>, q: Omit<DossierQuestion, 'onProgress'>): string {
    const job: Job = { id: randomUUID(), state: 'working', progress: 0, began: this.now().getTime(), ended: null, isStopping: false };
    this.jobs.set(job.id, job);
    for (const old of [...this.jobs.values()].slice(0, -KEPT)) this.forget(old.id);
    this.queue = this.queue.then(() => this.run(job, load, q));
    return job.id;
  }

  find(id: string): JobState | null {
    const job = this.jobs.get(id);
    if (!job) return null;
    return { id, state: job.state, progress: job.progress, tookMs: (job.ended ?? this.now().getTime()) - job.began };
  }

  stop(id: string): void {
    const job = this.jobs.get(id);
    if (job) job.isStopping = true;
  }

  /** Where the finished file lies. */
  fileOf(id: string): string | null {
    return this.jobs.get(id)?.state === 'done' ? this.pathOf(id) : null;
  }

  private pathOf(id: string): string {
    return join(this.folder, `${id}.pdf`);
  }

  private forget(id: string): void {
    const job = this.jobs.get(id);
    if (job?.state === 'working') return;
    this.jobs.delete(id);
    rmSync(this.pathOf(id), { force: true });
  }

  private async run(job: Job, load: () => Promise<KitRecord | null>, q: Omit<DossierQuestion, 'onProgress'>): Promise<void> {
    try {
      if (job.isStopping) throw new Stopped();
      const record = await load();
      if (!record) throw new Error('the kit is gone');
      const pdf = await dossierPdf(record, {
        ...q,
        onProgress: (share) => {
          if (job.isStopping) throw new Stopped();
          job.progress = share;
        },
      });
      mkdirSync(this.folder, { recursive: true });
      await pipeline(pdf, createWriteStream(this.pathOf(job.id)));
      job.progress = 1;
      job.state = 'done';
    } catch (error) {
      job.state = error instanceof Stopped ? 'stopped' : 'failed';
      rmSync(this.pathOf(job.id), { force: true });
    }
    job.ended = this.now().getTime();
  }
}
