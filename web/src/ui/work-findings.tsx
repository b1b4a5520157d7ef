import type { Finding } from '#core/prep/findings';
import { FINDING_CATALOGUE, findingMessage } from '#core/wording/findings';
import { useUnits } from './units';
import { VerdictSign } from './verdict';

/** What the plan warns of, where the work is done. */
export function WorkFindings({ findings, parts }: { findings: readonly Finding[]; parts: readonly { readonly part: string }[] }) {
  const units = useUnits();
  if (findings.length === 0) return null;
  return (
    <ul aria-label="Cautions of the plan" className="flex flex-col gap-1 text-[17px]">
      {findings.map((f, i) => (
        <li key={i} className={`flex items-start gap-2 ${f.severity === 'stop' ? 'text-stop' : 'text-caution'}`}>
          <VerdictSign of={f.severity} />
          <span>
            {findingMessage(f, units, parts)} {FINDING_CATALOGUE[f.code].advice}
          </span>
        </li>
      ))}
    </ul>
  );
}
