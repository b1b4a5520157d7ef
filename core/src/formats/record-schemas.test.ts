import { describe, expect, it } from 'vitest';
import { ids, part, rowOf } from '../../test/build';
import type { EntityKind } from '../record/definitions';
import { DEFINITION_SCHEMAS } from './record-schemas';

const id = ids(7);
const [kitId, assemblyId, rowId, partId] = [id(), id(), id(), id()];
const room = { mm: 12.7, text: '.5', units: 'in' };

/** Whether a definition is taken; at which path not. */
function refusedAt(kind: EntityKind, definition: unknown): string | null {
  const { error } = DEFINITION_SCHEMAS[kind].validate(definition, { convert: false });
  return error ? error.details.map((d) => d.path.join('.')).join(' ') : null;
}

describe('what is told of the order, at the edge', () => {
  const base = { ...rowOf([id(), id()], 2), assemblyId };
  const shut = (more: object = {}) => ({ ...base, shutBy: [{ by: { kind: 'row', id: rowId }, side: 'both', ...more }] });
  it.each<[string, object, string | null]>([
    ['nothing told', base, null],
    ['by a row, from both sides', shut(), null],
    ['by a part, from the head side', shut({ by: { kind: 'part', id: partId }, side: 'head' }), null],
    ['some room is left', shut({ room }), null],
    ['no room said', shut({ room: null }), null],
    ['a flange bent open', shut({ isBentOpen: true }), null],
    ['by neither row nor part', shut({ by: { kind: 'hole', id: rowId } }), 'shutBy.0.by.kind'],
    ['by nothing', shut({ by: undefined }), 'shutBy.0.by'],
    ['by something that is no id', shut({ by: { kind: 'row', id: 'the hinge' } }), 'shutBy.0.by.id'],
    ['from no side', shut({ side: undefined }), 'shutBy.0.side'],
    ['from a side there is not', shut({ side: 'left' }), 'shutBy.0.side'],
    ['room as a bare number', shut({ room: 12.7 }), 'shutBy.0.room'],
    ['room that is no number', shut({ room: { ...room, mm: NaN } }), 'shutBy.0.room.mm'],
    ['room without end', shut({ room: { ...room, mm: Infinity } }), 'shutBy.0.room.mm'],
    ['bent open by a word', shut({ isBentOpen: 'yes' }), 'shutBy.0.isBentOpen'],
    ['a key that is none', shut({ because: 'x' }), 'shutBy.0.because'],
    ['fifty facts', { ...base, shutBy: Array.from({ length: 50 }, () => shut().shutBy[0]) }, null],
    ['one too many', { ...base, shutBy: Array.from({ length: 51 }, () => shut().shutBy[0]) }, 'shutBy'],
    ['waits for a part', { ...base, waitsForParts: [partId] }, null],
    ['waits for it twice', { ...base, waitsForParts: [partId, partId] }, 'waitsForParts.1'],
    ['waits for a name', { ...base, waitsForParts: ['hinge'] }, 'waitsForParts.0'],
  ])('a row: %s', (_, definition, path) => expect(refusedAt('row', definition)).toBe(path));
  it.each<[string, object, string | null]>([
    ['joins a sub-assembly', { subAssembly: 'box' }, null],
    ['joins none', { subAssembly: '' }, null],
    ['a name of 80 letters', { subAssembly: 'x'.repeat(80) }, null],
    ['one longer', { subAssembly: 'x'.repeat(81) }, 'subAssembly'],
    ['joins a number', { subAssembly: 3 }, 'subAssembly'],
  ])('a part: %s', (_, more, path) => expect(refusedAt('part', { ...part('x', 'rib', 0.032).definition, assemblyId, ...more })).toBe(path));
});

describe('which order is followed, at the edge', () => {
  const assembly = (sequence: unknown) => ({ v: 1, kitId, name: 'Box', order: 1, sequence });
  it.each<[string, unknown, string | null]>([
    ['nothing decided', null, null],
    ['the advice', { follows: 'advice', reason: '' }, null],
    ['the plans, with their rows', { follows: 'plans', reason: 'as printed', plans: [rowId, partId] }, null],
    ['one’s own', { follows: 'own', reason: 'r', own: ['part/x/close', `${rowId}/set/3/flush-100`] }, null],
    ['nobody’s', { follows: 'nobody', reason: '' }, 'sequence.follows'],
    ['no reason given at all', { follows: 'advice' }, 'sequence.reason'],
    ['a reason of 500 letters', { follows: 'own', reason: 'x'.repeat(500) }, null],
    ['one longer', { follows: 'own', reason: 'x'.repeat(501) }, 'sequence.reason'],
    ['a row twice', { follows: 'plans', reason: '', plans: [rowId, rowId] }, 'sequence.plans.1'],
    ['a row by its name', { follows: 'plans', reason: '', plans: ['Stem bracket'] }, 'sequence.plans.0'],
    ['an operation twice', { follows: 'own', reason: '', own: ['a', 'a'] }, 'sequence.own.1'],
    ['an operation’s name of 201 letters', { follows: 'own', reason: '', own: ['x'.repeat(201)] }, 'sequence.own.0'],
    ['20,001 operations', { follows: 'own', reason: '', own: Array.from({ length: 20_001 }, (_, i) => `o${i}`) }, 'sequence.own'],
    ['a key that is none', { follows: 'advice', reason: '', since: 1 }, 'sequence.since'],
  ])('%s', (_, sequence, path) => expect(refusedAt('assembly', assembly(sequence))).toBe(path));
});
