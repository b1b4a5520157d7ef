import { useQuery } from '@tanstack/react-query';
import type { AssemblyAnswer, DevicesAnswer } from '#contract/answers';
import { Printer } from 'lucide-react';
import QRCode from 'qrcode';
import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { Entity } from '#core/record/definitions';
import { showBoth } from '#core/units/show';
import { get } from '../../api/client';
import { useFollow } from '../../api/queries';
import { drawPart, shapeOf } from '../../drawing/part-drawing';
import { AssemblyPage } from '../../ui/assembly-page';
import { AssemblyScreen } from '../../ui/assembly-screen';
import { Button } from '../../ui/controls';
import { useUnits } from '../../ui/units';
import { AS_MADE } from './orientation-picture';
import { useAllMarks } from '../../api/all-marks';
import { useUndo } from '../../ui/use-undo';

const HALF = 46;
const HANDS = { L: 'LEFT', R: 'RIGHT' } as const;

/** A label for every part, printed by the sheet: left made as right is the classic scrap. */
export function TagsView() {
  return <AssemblyScreen name="Part tags">{(data) => <TagsOfAssembly data={data} />}</AssemblyScreen>;
}

function TagsOfAssembly({ data }: { data: AssemblyAnswer }) {
  useFollow(data.kit.id);
  const undo = useUndo(data.kit, useAllMarks(data.assembly.id));
  const [search] = useSearchParams();
  /* An address a telephone in the garage can open, where there is one. */
  const devices = useQuery({ queryKey: ['devices'], queryFn: () => get<DevicesAnswer>('/devices'), retry: false });
  const base = devices.data?.isOpen && devices.data.urls[0] ? devices.data.urls[0] : `${window.location.origin}/`;
  const only = search.get('part');
  const parts = [...data.parts]
    .filter((p) => only === null || p.id === only)
    .sort((a, b) => a.definition.name.localeCompare(b.definition.name));
  const isLocal = /^https?:\/\/(127\.|localhost)/.test(base);
  return (
    <AssemblyPage data={data} here="parts" title="Part tags" undo={undo}>
      <main id="content" className="flex flex-col gap-3 p-3">
        <div className="no-print flex flex-wrap items-center gap-3">
          <h1 className="label text-[24px]">Part tags</h1>
          <Button tone="primary" className="min-h-11" onClick={() => window.print()}>
            <Printer size={18} aria-hidden /> Print
          </Button>
          {isLocal ? (
            <p className="text-[15px] text-caution">
              The codes open this computer’s own address: no other device can follow them until the garage is opened under Devices.
            </p>
          ) : null}
        </div>
        {parts.length === 0 ? <p>No part yet.</p> : null}
        <ul aria-label="Tags" className="tags grid gap-3 sm:grid-cols-2">
          {parts.map((p) => (
            <Tag key={p.id} data={data} part={p} base={base} />
          ))}
        </ul>
      </main>
    </AssemblyPage>
  );
}

function Tag({ data, part, base }: { data: AssemblyAnswer; part: Entity<'part'>; base: string }) {
  const units = useUnits();
  const { name, hand, number, page, orientation, outline, measured, thickness } = part.definition;
  const [code, setCode] = useState<string | null>(null);
  const url = `${base}assemblies/${data.assembly.id}/bench?part=${part.id}`;
  useEffect(() => {
    let isWanted = true;
    void QRCode.toDataURL(url, { margin: 1, width: 160 }).then((picture) => (isWanted ? setCode(picture) : undefined));
    return () => {
      isWanted = false;
    };
  }, [url]);
  const lies = orientation ?? AS_MADE;
  const marks = drawPart(shapeOf(outline?.corners, hand), hand, lies, HALF);
  return (
    <li className="flex break-inside-avoid items-center gap-3 border-2 border-dashed border-edge p-2">
      <div className="min-w-0 flex-1">
        {hand ? <p className="label text-[34px] leading-none">{HANDS[hand]}</p> : null}
        <p className="label text-[22px] leading-tight">{name}</p>
        <p className="text-[14px]">
          {data.kit.definition.name}: {data.assembly.definition.name}
        </p>
        <p className="text-[14px]">
          {[showBoth((measured ?? thickness).mm, units), number ? `no. ${number}` : '', page ? `page ${page}` : '']
            .filter(Boolean)
            .join(', ')}
        </p>
      </div>
      <svg
        viewBox={`0 0 ${2 * HALF} ${2 * HALF + 24}`}
        className="h-36 w-28 shrink-0"
        role="img"
        aria-label={`${lies.flipped ? 'back face' : 'marked face'} out, this end up`}
      >
        <text x={HALF} y={10} textAnchor="middle" fontSize={11} fill="currentColor">
          ↑ this end up
        </text>
        <g transform="translate(0 12)">
          {outline ? (
            <path d={marks.outline} fill="none" stroke="currentColor" strokeWidth={2} />
          ) : (
            /* No stand-in: a shape that is not the part's own would mislead. */
            <rect x={HALF / 2} y={HALF / 2} width={HALF} height={HALF} fill="none" stroke="currentColor" strokeDasharray="4 4" />
          )}
        </g>
        <text x={HALF} y={2 * HALF + 21} textAnchor="middle" fontSize={11} fill="currentColor">
          {lies.flipped ? 'back face out' : 'this face out'}
        </text>
      </svg>
      {code ? (
        <img src={code} width={104} height={104} alt={`A code that opens ${name} at the bench`} className="shrink-0 bg-white" />
      ) : null}
    </li>
  );
}
