import { jobMarks, standJob } from '#core/jobs/job';
import { bareChecked, bareZonesOf } from '#core/record/bare-zones';
import { dentsOf } from '#core/record/dents';
import type { Mark } from '#core/record/marks';
import { batchesOf } from '#core/sealing/batch';
import type { Units } from '#core/units/length';
import { showBoth } from '#core/units/show';
import { JOB_KIND_WORDS, jobSentence, readingSentence, spreadSentence } from '#core/wording/jobs';
import { DENTED_WORDS } from '#core/wording/marks';
import { batchSentence } from '#core/wording/sealing';
import type { AssemblyDossier, RecordQuestion } from './dossier';
import type { DossierSheet } from './dossier-sheet';
import { photoPath } from './photos';

type At = Pick<RecordQuestion, 'dayOf'> & { readonly photosDir: string };

/** Jobs with every step, its reading and who did it; batches that were mixed. */
export function jobsOf(sheet: DossierSheet, { source, names }: AssemblyDossier, units: Units, q: At): void {
  const byJob = jobMarks(source.marks);
  const who = (m: Mark) => `${q.dayOf(m.doneAt)} ${m.payload.by ?? names.person(m.person)}`;
  for (const { id, definition: job } of source.jobs) {
    const standing = standJob(job, byJob.get(id) ?? []);
    sheet.subheading(`Job: ${job.name}`);
    sheet.text(`${JOB_KIND_WORDS[job.kind]}; ${jobSentence(standing)}.`, 9.5);
    for (const cycle of standing.cycles) {
      for (const s of cycle.steps) {
        const reading = readingSentence(s, units);
        sheet.text(`${s.mark ? who(s.mark) : 'open'}: ${cycle.name}: ${s.step.text}${reading ? `: ${reading}` : ''}`, 9);
      }
      if (cycle.spread) sheet.text(`${cycle.name}: ${spreadSentence(cycle.spread, units)}`, 9);
    }
    for (const m of standing.leftOver) sheet.text(`${who(m)}: ${m.payload.job.said ?? 'a step'}, on the card no more`, 9);
  }
  const mixed = batchesOf(source.marks);
  if (mixed.length > 0) sheet.subheading('Sealant and adhesive mixed');
  for (const b of mixed) sheet.text(`${q.dayOf(b.mixedAt)} ${b.product}: ${batchSentence(b)}, ${b.workMinutes} min to work it`, 9);
}

/** Dents of parts and what became of them; zones that stay bare and whether they were looked at. */
export function partsSaid(sheet: DossierSheet, { source, names }: AssemblyDossier, units: Units, q: At): void {
  for (const { id, definition } of source.parts) {
    for (const { found, settled, isGone } of dentsOf(source.marks, new Set([id]))) {
      const { dent, note, photoIds = [] } = found.payload;
      const by = found.payload.by ?? names.person(found.person);
      const end = settled
        ? `${DENTED_WORDS[settled.payload.dented]} on ${q.dayOf(settled.doneAt)}`
        : isGone
          ? 'scrapped with its part'
          : 'open';
      const deep = dent.deep ? `, ${showBoth(dent.deep.mm, units)} deep` : '';
      sheet.text(`${q.dayOf(found.doneAt)} ${by}: ${definition.name}: dent, ${dent.where}${deep}; ${end}.${note ? ` ${note}` : ''}`, 9);
      for (const photo of photoIds) sheet.photo(photoPath(q.photosDir, photo));
    }
    const zones = bareZonesOf(
      id,
      definition,
      source.rows.map((r) => r.definition),
    );
    if (zones.length === 0) continue;
    const checked = bareChecked(source.marks, id);
    const said = zones.map((z) => `${z} (${checked.has(z) ? 'masked, looked at' : 'not looked at'})`);
    sheet.text(`${definition.name}, stays bare: ${said.join('; ')}.`, 9);
  }
}
