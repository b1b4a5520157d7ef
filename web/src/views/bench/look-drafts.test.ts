import { describe, expect, it, vi } from 'vitest';
import { NOTHING_MEASURED } from '#core/inspect/look-text';
import { BLANK_LOOK, isLookBegun, LookDrafts, lookKey } from './look-drafts';

const at = (hole: string, person = 'RV') => lookKey(person, 'row', hole);
const wide = { ...BLANK_LOOK, typed: { ...NOTHING_MEASURED, width: '.132', height: '.075' } };

describe('what was typed of a rivet', () => {
  it('belongs to its hole and its person, and stays until it is emptied', () => {
    const drafts = new LookDrafts();
    drafts.change(at('6'), wide);
    expect([drafts.all().get(at('6')), drafts.all().get(at('1')), drafts.all().get(at('6', 'TK'))]).toEqual([wide, undefined, undefined]);
    drafts.change(at('6'), BLANK_LOOK);
    expect(drafts.all().size).toBe(0);
  });
  it('tells whoever looks, and a look let go is told no more', () => {
    const drafts = new LookDrafts();
    const told = vi.fn();
    const leave = drafts.subscribe(told);
    drafts.change(at('6'), wide);
    leave();
    drafts.change(at('6'), BLANK_LOOK);
    expect(told).toHaveBeenCalledTimes(1);
  });
  it('is carried to the other unit hole by hole', () => {
    const drafts = new LookDrafts();
    drafts.change(at('6'), wide);
    drafts.carry('in');
    expect(drafts.all().get(at('6'))?.typed.width).toMatch(/in$|^\.132 /);
  });
  it.each([
    ['nothing', {}, false],
    ['a blank', { note: '  ' }, false],
    ['a note', { note: 'tipped?' }, true],
    ['the gauge', { gauge: 'go' as const }, true],
    ['a defect', { defects: ['tipped' as const] }, true],
  ])('%s: begun %s', (_, more, begun) => expect(isLookBegun({ ...BLANK_LOOK, ...more })).toBe(begun));
});
