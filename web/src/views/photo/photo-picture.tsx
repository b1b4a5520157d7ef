import { useEffect, useRef } from 'react';
import type { Comparison, PhotoFinding } from '#core/photo/compare';
import { onPrint, type Placing } from '#core/photo/placing';
import type { MeasuredPhoto } from './use-photo-worker';

interface PhotoPictureProps {
  readonly photo: MeasuredPhoto;
  readonly placing: Placing | null;
  readonly comparison: Comparison | null;
}

/** The straightened photograph with what was found in it: each finding with its number as in the list, each kind with its own shape. */
export function PhotoPicture({ photo, placing, comparison }: PhotoPictureProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { picture, sheet: measured } = photo;
  const { view } = measured;
  useEffect(() => {
    const to = canvas.current;
    if (!to) return;
    to.width = picture.width;
    to.height = picture.height;
    to.getContext('2d')?.drawImage(picture, 0, 0);
  }, [picture]);
  const findings = comparison?.findings ?? [];
  return (
    <div
      className="relative overflow-hidden rounded border border-line"
      style={{ aspectRatio: `${view.width} / ${view.height}`, maxWidth: `calc(62vh * ${view.width / view.height})` }}
    >
      <canvas ref={canvas} className="absolute inset-0 h-full w-full" aria-hidden />
      <svg
        viewBox={`${view.x} ${view.y} ${view.width} ${view.height}`}
        className="absolute inset-0 h-full w-full"
        role="img"
        aria-label={`The sheet from above, straightened: ${measured.holes.length} holes${findings.length > 0 ? `, ${findings.length} of them numbered as in the list` : ''}`}
      >
        {measured.outline ? (
          <polygon
            points={measured.outline.map((p) => `${p.x},${p.y}`).join(' ')}
            fill="none"
            stroke="#1f6fe0"
            strokeWidth={0.5}
            strokeDasharray="2 1"
          />
        ) : null}
        {measured.holes.map((h, i) => (
          <circle key={i} cx={h.at.x} cy={h.at.y} r={h.diameter / 2 + 0.5} fill="none" stroke="#1fa35a" strokeWidth={0.45} />
        ))}
        {measured.blinded.map((b, i) => (
          <circle key={i} cx={b.at.x} cy={b.at.y} r={b.radius} fill="none" stroke="#d97706" strokeWidth={0.5} strokeDasharray="1 1" />
        ))}
        {placing ? findings.map((f, i) => <FindingMark key={i} number={i + 1} finding={f} placing={placing} />) : null}
      </svg>
    </div>
  );
}

const INK = '#c81e1e';

function FindingMark({ number, finding, placing }: { number: number; finding: PhotoFinding; placing: Placing }) {
  const { x, y } = finding.kind === 'missing' || finding.kind === 'hidden' ? onPrint(placing, finding.wanted.place) : finding.found.at;
  const shape = { fill: 'none', stroke: INK, strokeWidth: 0.7 };
  return (
    <g>
      {finding.kind === 'missing' || finding.kind === 'hidden' ? (
        <path d={`M${x - 3} ${y - 3}l6 6m0 -6l-6 6`} {...shape} />
      ) : finding.kind === 'extra' ? (
        <rect x={x - 3.4} y={y - 3.4} width={6.8} height={6.8} {...shape} />
      ) : finding.kind === 'off' ? (
        <path d={`M${x} ${y - 4.4}l4.2 7.2h-8.4z`} {...shape} />
      ) : (
        <circle cx={x} cy={y} r={3.6} {...shape} />
      )}
      <g transform={`translate(${x + 6} ${y - 4})`}>
        <circle r={3} fill="#fff" stroke={INK} strokeWidth={0.5} />
        <text textAnchor="middle" y={1.4} fontSize={4} fontWeight={700} fill={INK}>
          {number}
        </text>
      </g>
    </g>
  );
}
