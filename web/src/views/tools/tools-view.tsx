import type { ToolsAnswer } from '#contract/answers';
import { useUnits } from '../../ui/units';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { TOOL_KINDS, type Edit } from '#core/record/definitions';
import { USUAL_TOOLS } from '#core/reach/usual-tools';
import { useKeep } from '../../api/commands';
import { newId } from '../../api/device';
import { useTools } from '../../api/queries';
import { Button, ErrorText } from '../../ui/controls';
import { KitPage } from '../../ui/kit-page';
import { useFollow } from '../../api/queries';
import { useRecalls } from '../../api/record';
import { Lots } from './lots';
import { leftOf } from './thing-checks';
import { ToolCard } from './tool-card';

/** The tools somebody owns, by their measures. */
export function ToolsView() {
  const { kitId = '' } = useParams();
  return (
    <KitPage
      here="tools"
      name="My tools"
      answer={useTools(kitId)}
      waiting="Loading …"
      layout="mx-auto flex w-full max-w-4xl flex-col gap-3 p-4"
    >
      {(data) => <ToolsOfKit data={data} />}
    </KitPage>
  );
}

function ToolsOfKit({ data }: { data: ToolsAnswer }) {
  const units = useUnits();
  const keep = useKeep(data.kit);
  const recalls = useRecalls(data.kit.id).data;
  useFollow(data.kit.id);
  const left = (recalls?.recalls ?? []).reduce((n, r) => n + leftOf(r), 0);
  const [error, setError] = useState<string | null>(null);
  const save = (edits: Edit[], reason: string) =>
    keep({ edits, reason }).then(
      () => setError(null),
      (e: Error) => setError(e.message),
    );
  const begin = () =>
    void save(
      USUAL_TOOLS.map((t): Edit => ({ kind: 'tool', id: newId(), expectedVersion: 0, definition: { v: 1, kitId: data.kit.id, ...t } })),
      'Usual tools to start with',
    );
  const add = () =>
    void save(
      [
        {
          kind: 'tool',
          id: newId(),
          expectedVersion: 0,
          definition: {
            v: 1,
            kitId: data.kit.id,
            name: 'squeezer',
            kind: 'squeezer',
            throat: null,
            noseHalfWidth: null,
            noseHeight: null,
            takesBent: true,
            dash: null,
            angleDeg: null,
            sheet: null,
          },
        },
      ],
      '',
    );
  const sorted = [...data.tools].sort(
    (a, b) =>
      TOOL_KINDS.indexOf(a.definition.kind) - TOOL_KINDS.indexOf(b.definition.kind) || a.definition.name.localeCompare(b.definition.name),
  );
  return (
    <>
      <h1 className="label text-[26px]">My tools</h1>
      <p className="text-[15px] text-ink2">
        A measure left empty limits nothing; the bench asks for it where it would change an answer. Measure your own: the usual ones are
        only a start.
      </p>
      {recalls && recalls.recalls.length > 0 ? (
        <Link
          className={`self-start underline underline-offset-2 ${left > 0 ? 'font-semibold text-caution' : ''}`}
          to={`/kits/${data.kit.id}/recalls`}
        >
          {left === 0 ? 'What was looked at again' : `${left} to look at again because of what was found`}
        </Link>
      ) : null}
      {sorted.length === 0 ? (
        <Button tone="primary" className="self-start" onClick={begin}>
          Start with the usual tools
        </Button>
      ) : null}
      {error ? <ErrorText>{error}</ErrorText> : null}
      <p className="text-[15px] text-ink2">
        Sheet holders are counted by size in the{' '}
        <Link className="underline underline-offset-2" to={`/kits/${data.kit.id}`}>
          kit’s settings
        </Link>
        .
      </p>
      <ul className="flex flex-col">
        {sorted.map((t) => (
          <li key={t.id}>
            <ToolCard
              kit={data.kit}
              tool={t}
              recalls={recalls}
              units={units}
              onKeep={(expectedVersion, definition) => keep({ edits: [{ kind: 'tool', id: t.id, expectedVersion, definition }] })}
            />
          </li>
        ))}
      </ul>
      <Button className="self-start" onClick={add}>
        Add a tool
      </Button>
      <Lots
        kit={data.kit}
        lots={data.lots}
        units={units}
        recalls={recalls}
        onKeep={(id, expectedVersion, definition) => save([{ kind: 'lot', id, expectedVersion, definition }], '')}
        onAdd={(definition) => keep({ edits: [{ kind: 'lot', id: newId(), expectedVersion: 0, definition }] })}
      />
    </>
  );
}
