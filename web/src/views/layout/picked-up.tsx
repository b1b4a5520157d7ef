import { useState } from 'react';
import { midway } from '#core/layout/fit';
import { withBetween } from '#core/layout/set-out';
import type { Place } from '#core/layout/path';
import { trueSpacing, type LaidRow } from '#core/layout/true-spacing';
import { trueSpacingFindings } from '#core/prep/spacing';
import type { Stack } from '#core/prep/stack';
import { showBoth, showNumber } from '#core/units/show';
import { findingMessage } from '#core/wording/findings';
import { Button, ErrorText, Field, TextInput } from '../../ui/controls';
import { VerdictSign } from '../../ui/verdict';
import { offEdges, type LaidOut, type LayerOutlines } from '#core/compose/layout-text';

interface PickedUpProps {
  readonly laid: LaidOut;
  readonly units: 'in' | 'mm';
  readonly outlines: LayerOutlines;
  readonly stack: Stack;
  /** The placed rows that share a part with this one. */
  readonly others: readonly LaidRow[];
  readonly onKeep: (places: readonly Place[], reason: string) => void;
  /** Old holes with new ones between: the old ones stay what they are. */
  readonly onBetween: (places: readonly Place[], reason: string) => void;
}

/** A measured row: how well it fits the nominal one, hole by hole, and new holes through its holes or midway between them. */
export function PickedUp({ laid, units, outlines, stack, others, onKeep, onBetween }: PickedUpProps) {
  const [more, setMore] = useState('');
  if (laid.measured.length === 0) return null;
  const { fit } = laid;
  const between = midway(laid.measured);
  const count = /^\d{1,3}$/.test(more.trim()) ? Number(more) : 0;
  const isBad = more.trim() !== '' && count === 0;
  const mixed = withBetween(laid.measured, count);
  return (
    <section aria-label="Best fit" className="flex flex-col gap-1 text-[14.5px]">
      {fit ? (
        <>
          <p>
            Best fit: turned {((fit.angleRad * 180) / Math.PI).toFixed(3)}°, moved {showNumber(fit.dx, units)} across and{' '}
            {showNumber(fit.dy, units)} up; off by {showBoth(fit.rmsMm, units)} on the whole.
            {fit.outlier === null ? '' : ` Hole ${fit.outlier + 1} is off while the others agree: measure it again before trusting it.`}
          </p>
          <p className="text-ink2">Residuals: {fit.residualsMm.map((r, i) => `${i + 1}: ${showNumber(r, units)}`).join(', ')}</p>
        </>
      ) : (
        <p className="text-caution">
          {laid.measured.length} places measured, {laid.first.count} holes in the row: give one for each hole, in order, to see the fit.
        </p>
      )}
      <div className="flex flex-wrap items-center gap-2">
        <Button onClick={() => onKeep(laid.measured, 'Laid through a measured row')}>
          Lay this row through the {laid.measured.length} measured holes
        </Button>
        <Found places={laid.measured} {...{ outlines, stack, others, units }} />
      </div>
      {between.length > 0 ? (
        <div className="flex flex-wrap items-end gap-2">
          <Field label="New holes between these">
            <TextInput className="w-24" inputMode="numeric" value={more} aria-invalid={isBad} onChange={(e) => setMore(e.target.value)} />
          </Field>
          {isBad ? <ErrorText>A whole number from 1 to 999.</ErrorText> : null}
          {count > 0 ? (
            <>
              <Button onClick={() => onBetween(mixed.places, `${count} new holes between ${laid.measured.length} old ones`)}>
                Keep the {laid.measured.length} old holes, lay {count} new between
              </Button>
              <Found places={mixed.places} {...{ outlines, stack, others, units }} />
            </>
          ) : null}
        </div>
      ) : null}
      {between.length > 0 ? (
        <div className="flex flex-wrap items-center gap-2">
          <Button onClick={() => onKeep(between, 'Laid between the holes of a measured row')}>
            Lay {between.length} new holes midway between them
          </Button>
          <span className="text-ink2">
            (across ; up) {between.map((p) => `${showNumber(p.x, units)} ; ${showNumber(p.y, units)}`).join(', ')}
          </span>
          <Found places={between} {...{ outlines, stack, others, units }} />
        </div>
      ) : null}
    </section>
  );
}

/** What the parts' edges, these places among themselves and the rows around say. */
function Found({
  places,
  outlines,
  stack,
  others,
  units,
}: { places: readonly Place[] } & Pick<PickedUpProps, 'outlines' | 'stack' | 'others' | 'units'>) {
  const { diameter } = stack.size;
  const rule = { diameter, flush: stack.head === 'flush-100', limits: stack.limits };
  const spacing = trueSpacing({ name: 'this row', places, diameter }, others);
  const found = [...offEdges(places, outlines, rule), ...trueSpacingFindings(spacing, rule)];
  return (
    <>
      {found.map((f, i) => (
        <span key={i} className="flex items-center gap-1">
          <VerdictSign of={f.severity} /> {findingMessage(f, units, stack.layers)}
        </span>
      ))}
    </>
  );
}
