import { Plus } from 'lucide-react';
import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { jobMarks, standJob } from '#core/jobs/job';
import { DEFAULT_MINUTES } from '#core/operations/minutes';
import { notesOfJob } from '#core/record/notes';
import type { Entity, JobDefinition } from '#core/record/definitions';
import { JOB_KIND_WORDS, JOB_PLACE_WORDS, jobSentence } from '#core/wording/jobs';
import { minutesText } from '#core/wording/sealing';
import { useKeep } from '../../api/commands';
import { newId } from '../../api/device';
import { useFollow, useIsRecordLoading } from '../../api/queries';
import { useWorkMark } from '../../models/use-work-mark';
import { useRecord } from '../../models/use-row-models';
import { partsById } from '../../models/planned-rows';
import { AssemblyPage, LoadingPage } from '../../ui/assembly-page';
import { AssemblyScreen } from '../../ui/assembly-screen';
import { Button } from '../../ui/controls';
import { Notes } from '../../ui/notes';
import { useUndo } from '../../ui/use-undo';
import { Batches } from './batches';
import { JobCard } from './job-card';
import { JobDialog } from './job-dialog';

/** Work without holes: fitting up in cycles, edges, trims, bonded joints; and the batches that are mixed for rows and joints. */
export function JobsView() {
  return <AssemblyScreen name="Jobs">{(data) => <JobsOnceLoaded data={data} />}</AssemblyScreen>;
}

/** Not before it is known what was done: a card with nothing ticked would lie. */
function JobsOnceLoaded({ data }: { data: AssemblyAnswer }) {
  return useIsRecordLoading(data.kit.id, data.assembly.id) ? <LoadingPage data={data} here="jobs" /> : <JobsOfAssembly data={data} />;
}

function JobsOfAssembly({ data }: { data: AssemblyAnswer }) {
  useFollow(data.kit.id);
  const { marks, rows } = useRecord(data);
  const undo = useUndo(data.kit, marks);
  const mark = useWorkMark(data, rows);
  const keep = useKeep(data.kit);
  const [search, setSearch] = useSearchParams();
  /* The job as it was when its card was opened, so that what comes in meanwhile is not written over unseen; a new one has its id from then on. */
  const [dialog, setDialog] = useState<{ readonly id: string; readonly job: Entity<'job'> | null } | null>(null);
  const byJob = useMemo(() => jobMarks(marks), [marks]);
  const parts = partsById(data.parts);
  const standings = data.jobs.map((job) => ({ job, standing: standJob(job.definition, byJob.get(job.id) ?? []) }));
  const chosen = standings.find((s) => s.job.id === search.get('job')) ?? standings.find((s) => !s.standing.isDone) ?? standings[0];
  const save = async (definition: JobDefinition | null) => {
    if (!dialog) return;
    const { id, job } = dialog;
    await keep({ edits: [{ kind: 'job', id, expectedVersion: job?.version ?? 0, definition }] });
    setDialog(null);
    if (definition) setSearch({ job: id }, { replace: true });
  };
  return (
    <AssemblyPage data={data} here="jobs" undo={undo}>
      <main id="content" className="mx-auto grid w-full max-w-7xl items-start gap-6 p-3 lg:grid-cols-[minmax(300px,380px)_minmax(0,1fr)]">
        <div className="flex flex-col gap-3">
          <div className="flex flex-wrap items-center justify-between gap-2">
            <h1 className="label text-[24px]">Jobs</h1>
            <Button tone="primary" className="min-h-11" onClick={() => setDialog({ id: newId(), job: null })}>
              <Plus size={18} aria-hidden /> Add a job
            </Button>
          </div>
          {standings.length === 0 ? (
            <p className="text-[16px] text-ink2">
              Work that is no row of holes: a skin fitted up in cycles, an edge held straight, a trim, a bend, a bonded joint. Each gets a
              card with steps and readings, and its place in the order of the work.
            </p>
          ) : null}
          <ul aria-label="Jobs of this assembly" className="flex flex-col">
            {standings.map(({ job, standing }) => (
              <li key={job.id}>
                <button
                  type="button"
                  aria-current={job.id === chosen?.job.id}
                  onClick={() => setSearch({ job: job.id }, { replace: true })}
                  className={`w-full border-b border-line px-2 py-2 text-left ${job.id === chosen?.job.id ? 'bg-dye-soft' : 'hover:bg-panel'}`}
                >
                  <span className="label block text-[18px]">{job.definition.name}</span>
                  <span className="block text-[15px] text-ink2">
                    {JOB_KIND_WORDS[job.definition.kind]}; {jobSentence(standing)}
                    {standing.cycles.some((c) => c.steps.some((s) => s.beyond !== null)) ? '; a reading is beyond its limit' : ''}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </div>
        <div className="flex min-w-0 flex-col gap-6">
          {chosen ? (
            <section aria-label={chosen.job.definition.name} className="flex flex-col gap-3">
              <div className="flex flex-wrap items-baseline justify-between gap-2">
                <h2 className="label text-[26px]">{chosen.job.definition.name}</h2>
                <Button onClick={() => setDialog({ id: chosen.job.id, job: chosen.job })}>Edit</Button>
              </div>
              <p className="text-[16px]">
                {[
                  JOB_KIND_WORDS[chosen.job.definition.kind],
                  JOB_PLACE_WORDS[chosen.job.definition.place],
                  `about ${minutesText(chosen.job.definition.minutes ?? DEFAULT_MINUTES.job.minutes)}`,
                  ...(chosen.job.definition.needsTwo ? ['needs two'] : []),
                  ...(chosen.job.definition.page ? [`page ${chosen.job.definition.page}`] : []),
                ].join('; ')}
                .{' '}
                {chosen.job.definition.partIds.length > 0
                  ? `Parts: ${chosen.job.definition.partIds.map((id) => parts.get(id)?.name ?? 'a part that is gone').join(', ')}.`
                  : ''}
              </p>
              {chosen.job.definition.note ? <p className="text-[16px]">{chosen.job.definition.note}</p> : null}
              <JobCard key={chosen.job.id} data={data} job={chosen.job} standing={chosen.standing} marks={marks} onMark={mark} />
              <Notes
                key={`notes ${chosen.job.id}`}
                kit={data.kit}
                title={`Notes and photos of ${chosen.job.definition.name}`}
                about={{ rowId: data.assembly.id, jobId: chosen.job.id }}
                notes={notesOfJob(marks, chosen.job.id)}
              />
            </section>
          ) : null}
          <Batches data={data} marks={marks} onMark={mark} />
        </div>
      </main>
      {dialog ? (
        <JobDialog
          data={data}
          job={dialog.job}
          order={Math.max(0, ...data.jobs.map((j) => j.definition.order)) + 1}
          onKeep={save}
          onClose={() => setDialog(null)}
        />
      ) : null}
    </AssemblyPage>
  );
}
