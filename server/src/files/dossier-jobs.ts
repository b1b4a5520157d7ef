import type { DossierJob } from '#contract/answers';
import { randomUUID } from 'node:crypto';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import type { RecordDesk } from '../record/desk';
import { Stopped, type Task } from '../record/tasks';

interface Job {
  id: string;
  state: DossierJob['state'];
  progress: number;
  began: number;
  ended: number | null;
  isStopping: boolean;
}

/** Most jobs remembered; the oldest ones are let go with their files. */
const KEPT = 8;

type DossierTask = Omit<Extract<Task, { kind: 'dossier' }>, 'kind' | 'file'>;

/** Dossiers being made, one after the other; each can be asked about and stopped. */
export class DossierJobs {
  private readonly jobs = new Map<string, Job>();
  private queue: Promise<void> = Promise.resolve();

  constructor(
    private readonly desk: RecordDesk,
    private readonly folder: string,
    private readonly now: () => Date,
  ) {}

  start(task: DossierTask): string {
    const job: Job = { id: randomUUID(), state: 'working', progress: 0, began: this.now().getTime(), ended: null, isStopping: false };
    this.jobs.set(job.id, job);
    for (const old of [...this.jobs.values()].slice(0, -KEPT)) this.forget(old.id);
    this.queue = this.queue.then(() => this.run(job, task));
    return job.id;
  }

  find(id: string): DossierJob | null {
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

  private async run(job: Job, task: DossierTask): Promise<void> {
    try {
      if (job.isStopping) throw new Stopped();
      const made = await this.desk.run({ ...task, kind: 'dossier', file: this.pathOf(job.id) }, (share) => {
        if (job.isStopping) throw new Stopped();
        job.progress = share;
      });
      if (made === null) throw new Error('the kit is gone');
      job.progress = 1;
      job.state = 'done';
    } catch (error) {
      job.state = error instanceof Stopped ? 'stopped' : 'failed';
      rmSync(this.pathOf(job.id), { force: true });
    }
    job.ended = this.now().getTime();
  }
}
