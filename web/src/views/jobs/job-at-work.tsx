import type { AssemblyAnswer } from '#contract/answers';
import { useMemo } from 'react';
import { jobMarks, standJob } from '#core/jobs/job';
import type { Mark } from '#core/record/marks';
import { jobSentence } from '#core/wording/jobs';
import type { MarkWish } from '../../api/commands';
import { JobCard } from './job-card';

interface JobAtWorkProps {
  readonly data: AssemblyAnswer;
  readonly jobId: string;
  readonly marks: readonly Mark[];
  /** What comes before it, by name. */
  readonly waits: readonly string[];
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

/** A job at the bench. */
export function JobAtWork({ data, jobId, marks, waits, onMark }: JobAtWorkProps) {
  const job = data.jobs.find((j) => j.id === jobId);
  const standing = useMemo(() => job && standJob(job.definition, jobMarks(marks).get(job.id) ?? []), [job, marks]);
  if (!job || !standing) return null;
  return (
    <section aria-label="The work at hand" className="flex min-h-0 flex-1 flex-col gap-3">
      <h1 className="label text-[34px] leading-none">
        Job: <span className="text-dye">{job.definition.name}</span>
      </h1>
      <p role="status" className="text-[19px]">
        {jobSentence(standing)}
        {job.definition.needsTwo ? '; needs two' : ''}
      </p>
      {waits.length > 0 ? (
        <p className="text-[17px] text-caution">
          Comes after: {waits.slice(0, 6).join(', ')}
          {waits.length > 6 ? ` and ${waits.length - 6} more` : ''}
        </p>
      ) : null}
      <JobCard data={data} job={job} standing={standing} marks={marks} onMark={onMark} />
    </section>
  );
}
