import type { RecallsAnswer } from '#contract/answers';
import { carryToolTyped, readToolTyped, typedOfTool, type ToolTyped } from '#core/compose/tool-text';
import type { Entity, ToolDefinition } from '#core/record/definitions';
import { showBoth } from '#core/units/show';
import { TOOL_WORDS } from '#core/wording/tools';
import { Button, ErrorText } from '../../ui/controls';
import { useCard } from '../../ui/use-card';
import { ThingChecks } from './thing-checks';
import { ToolFields } from './tool-fields';

interface ToolCardProps {
  readonly kit: Entity<'kit'>;
  readonly tool: Entity<'tool'>;
  readonly recalls: RecallsAnswer | undefined;
  readonly units: 'in' | 'mm';
  readonly onKeep: (version: number, next: ToolDefinition | null) => Promise<void>;
}

/** One tool: its kind, and what a tool of that kind is measured by. */
export function ToolCard({ kit, tool, recalls, units, onKeep }: ToolCardProps) {
  const was = tool.definition;
  const { form, said, remove, onSubmit } = useCard<ToolTyped, ToolDefinition>({
    version: tool.version,
    definition: was,
    typedOf: (t) => typedOfTool(t, units),
    carry: carryToolTyped,
    read: (typed, before) => readToolTyped(typed, before, units),
    keep: onKeep,
    describe: (now) => [now.name, TOOL_WORDS[now.kind], ...(now.throat ? [`throat ${showBoth(now.throat.mm, units)}`] : [])].join(', '),
  });
  return (
    <details className="border-t border-line">
      <summary className="label cursor-pointer py-2 text-[17px]">
        {was.name} <span className="text-ink2">{TOOL_WORDS[was.kind]}</span>
      </summary>
      <form className="flex flex-col gap-3 pb-3" aria-label={was.name} noValidate onSubmit={onSubmit}>
        <ToolFields form={form} />
        <div className="flex flex-wrap items-center gap-3">
          <Button type="submit" tone="primary">
            Keep the tool
          </Button>
          <Button tone="danger" onClick={remove}>
            Delete
          </Button>
          {said?.ok ? <span role="status">{said.text}</span> : null}
        </div>
        {said && !said.ok ? <ErrorText>{said.text}</ErrorText> : null}
      </form>
      <ThingChecks kit={kit} thing={{ id: tool.id, name: was.name }} isGauge={was.kind === 'gauge'} units={units} answer={recalls} />
    </details>
  );
}
