import type { Mark } from '../record/marks';
import type { Mm, Units } from '../units/length';
import { showLength } from '../units/show';

/**
 * A check of a thing or a finding on it in one sentence: `Nov 20, 2026: reads .002 in low; proved on a block`. `day`: how a moment's day is
 * written, by the kit's clock.
 */
export function checkSentence({ doneAt, payload }: Pick<Mark, 'doneAt' | 'payload'>, units: Units, day: (iso: string) => string): string {
  return `${day(doneAt)}${payload.by ? ` ${payload.by}` : ''}: ${checkSaid({ payload }, units)}`;
}

/** What a check or a finding says, without its day. */
export function checkSaid({ payload }: Pick<Mark, 'payload'>, units: Units): string {
  const { thing, note } = payload;
  const off = thing?.off ? `reads ${showLength(Math.abs(thing.off.mm) as Mm, units)} ${thing.off.mm < 0 ? 'low' : 'high'}` : '';
  return [thing?.isGood ? 'proved good' : '', off, note ?? ''].filter(Boolean).join('; ') || 'something is wrong with it';
}

/** What a finding asks for, in one sentence. */
export function recallSentence(left: number, named: number, goodBefore: string | null, day: (iso: string) => string): string {
  const since = goodBefore === null ? 'It was never proved good before' : `It was last proved good on ${day(goodBefore)}`;
  if (named === 0) return `${since}. No mark since names it.`;
  if (left === 0) return `${since}. Everything that names it was looked at again.`;
  return `${since}. ${left === 1 ? 'One hole or part' : `${left} holes or parts`} made or judged with it since ${left === 1 ? 'is' : 'are'} to be looked at again.`;
}
