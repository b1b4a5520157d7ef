import type { AssemblyAnswer } from '#contract/answers';
import { useUnits } from '../../ui/units';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { layerReaches, type LayerReach } from '#core/reach/layer-reach';
import type { Entity, ToolDefinition } from '#core/record/definitions';
import type { BenchItem } from '#core/work/bench';
import { useKeep } from '../../api/commands';
import { useTools } from '../../api/queries';
import { Button } from '../../ui/controls';
import type { RowModel } from '../../models/row-model';
import { partsById } from '../../models/planned-rows';
import { whyBest } from '#core/wording/tools';
import type { Measure } from '#core/compose/measures-text';
import { MeasureDialog, MEASURE_WORDS } from '../tools/measure-dialog';

interface ReachPanelProps {
  readonly data: AssemblyAnswer;
  readonly item: BenchItem;
  readonly row: RowModel;
}

/** Which of the owned tools reach which holes of this row; what would change the answer is asked for here. */
export function ReachPanel({ data, item, row }: ReachPanelProps) {
  const units = useUnits();
  const answer = useTools(data.kit.id);
  const keep = useKeep(data.kit);
  const [measuring, setMeasuring] = useState<{ toolId: string; measure: Measure } | null>(null);
  const tools = answer.data?.tools;
  const reaches = useMemo(
    () => (tools ? layerReaches(row.entity.definition, item.steps, partsById(data.parts), tools) : null),
    [tools, row.entity.definition, item.steps, data.parts],
  );
  if (!reaches || !tools) return null;
  if (reaches.length === 0)
    return (
      <p className="text-[16px]">
        Which tool reaches which hole: say what you own under <ToTools kitId={data.kit.id} />.
      </p>
    );
  const byId = new Map(tools.map((t) => [t.id, t]));
  const asks = new Map(
    reaches.flatMap((r) =>
      r.asks.flatMap((a) =>
        a.measures.map((m) => [`${a.tool.id}/${m}`, { toolId: a.tool.id, name: a.tool.name, measure: m as Measure }] as const),
      ),
    ),
  );
  const used = new Map(reaches.flatMap((r) => r.ranges.flatMap((x) => (x.best ? [[x.best.id, x.best.name] as const] : []))));
  const toMeasure = measuring ? byId.get(measuring.toolId) : undefined;
  return (
    <section aria-label="Which tool for which holes" className="rounded border border-line p-2 text-[16px]">
      {reaches.map((r) => (
        <Ranges key={r.layerId} reach={r} isNamed={reaches.length > 1} />
      ))}
      <div className="mt-1 flex flex-wrap items-center gap-2">
        {[...asks.values()].map((a) => (
          <Button
            key={`${a.toolId}/${a.measure}`}
            className="min-h-12 border-caution text-caution"
            onClick={() => setMeasuring({ toolId: a.toolId, measure: a.measure })}
          >
            Measure {MEASURE_WORDS[a.measure]} of {a.name}: it would change the answer
          </Button>
        ))}
        {[...used].map(([id, name]) => (
          <Button key={id} className="min-h-12" onClick={() => setMeasuring({ toolId: id, measure: 'noseHeight' })}>
            {name}: measures
          </Button>
        ))}
        <ToTools kitId={data.kit.id} />
      </div>
      {measuring && toMeasure ? (
        <MeasureDialog
          tool={toMeasure}
          units={units}
          first={measuring.measure}
          onClose={() => setMeasuring(null)}
          onKeep={(definition: ToolDefinition) =>
            keep({ edits: [{ kind: 'tool', ...versioned(toMeasure), definition }], reason: 'Measured at the bench' })
          }
        />
      ) : null}
    </section>
  );
}

const versioned = (tool: Entity<'tool'>) => ({ id: tool.id, expectedVersion: tool.version });

function ToTools({ kitId }: { kitId: string }) {
  return (
    <Link className="underline underline-offset-2" to={`/kits/${kitId}/tools`}>
      My tools
    </Link>
  );
}

function Ranges({ reach, isNamed }: { reach: LayerReach; isNamed: boolean }) {
  return (
    <ul aria-label={`Reach in ${reach.part}`}>
      {reach.ranges.map((r) => (
        <li key={r.from}>
          <strong>
            {isNamed ? `${reach.part}, ` : ''}
            {r.from === r.to ? `hole ${r.from + 1}` : `holes ${r.from + 1}-${r.to + 1}`}:{' '}
          </strong>
          {r.best ? (
            `${r.best.name}${r.best.kind === 'pull-through' ? ' (the poorest dimple)' : ''}`
          ) : (
            <span className="text-stop">
              no tool of yours reaches. Bend the flange open, use a blind rivet with its own hole, or find another tool before anything is
              closed.
            </span>
          )}
          {whyBest(r) ? <span className="block text-[14px] text-ink2">{whyBest(r)}.</span> : null}
        </li>
      ))}
    </ul>
  );
}
