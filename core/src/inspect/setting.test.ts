import { describe, expect, it } from 'vitest';
import { settingFor } from './setting';

const question = { remembered: { way: 'gun' as const }, meant: null, chosen: {}, isBlind: false };

describe('how a row is set now', () => {
  it.each<[string, Partial<Parameters<typeof settingFor>[0]>, ReturnType<typeof settingFor>]>([
    ['nothing said: as before', {}, { way: 'gun' }],
    ['what the row is meant to be outranks what was remembered', { meant: 'back' }, { way: 'back' }],
    ['what was chosen here outranks both', { meant: 'back', chosen: { way: 'squeezer', toolId: 't' } }, { way: 'squeezer', toolId: 't' }],
    ['a squeezer is named only where one squeezes', { remembered: { way: 'squeezer', toolId: 't' }, meant: 'gun' }, { way: 'gun' }],
    ['and stays where one does', { remembered: { way: 'squeezer', toolId: 't' } }, { way: 'squeezer', toolId: 't' }],
    ['pressure stays from row to row', { remembered: { way: 'gun', pressure: '40' }, meant: 'back' }, { way: 'back', pressure: '40' }],
    ['a solid rivet is never set blind because it was meant so once', { meant: 'blind' }, { way: 'gun' }],
    ['a blind one always', { isBlind: true, chosen: { way: 'gun', toolId: 't' } }, { way: 'blind' }],
  ])('%s', (_, more, setting) => expect(settingFor({ ...question, ...more })).toEqual(setting));
});
