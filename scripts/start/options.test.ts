import { describe, expect, it } from 'vitest';
import { OptionError, readOptions } from './options';

const read = (args: string[], env: Record<string, string> = {}) => readOptions(args, env, '/project');

describe('options of ./start', () => {
  it('have defaults', () => {
    expect(read([])).toEqual({
      port: 8420,
      dataFolder: '/project/data',
      backupFolder: '/project/data/backups',
      restore: null,
      databasePort: null,
      databaseUrl: null,
      demo: 'on',
      lan: false,
      lanPort: 8443,
      gaugePort: 8421,
    });
  });
  it('come by flag or by environment, and the flag outranks', () => {
    const env = {
      ANVIL_PORT: '9000',
      ANVIL_DATA: '/there',
      ANVIL_BACKUPS: '/elsewhere',
      ANVIL_DB_PORT: '9001',
      ANVIL_DEMO: 'off',
      DATABASE_URL: 'mariadb://u:p@127.0.0.1:3306/kit',
    };
    expect(read([], env)).toEqual({
      port: 9000,
      dataFolder: '/there',
      backupFolder: '/elsewhere',
      restore: null,
      databasePort: 9001,
      databaseUrl: 'mysql://u:p@127.0.0.1:3306/kit',
      demo: 'off',
      lan: false,
      lanPort: 8443,
      gaugePort: 8421,
    });
    expect(read(['--port', '9100', '--data', 'mine', '--demo=reset'], env)).toMatchObject({
      port: 9100,
      dataFolder: '/project/mine',
      demo: 'reset',
    });
  });
  it('copies go beside the data, or where one says; a copy to restore is a file', () => {
    expect(read(['--data', 'mine'])).toMatchObject({ backupFolder: '/project/mine/backups' });
    expect(read(['--backups', '/disk', '--restore', 'copy.zip'])).toMatchObject({
      backupFolder: '/disk',
      restore: expect.stringMatching(/\/copy\.zip$/) as string,
    });
  });
  it('the local network is let in by a flag or by its environment name only', () => {
    expect(read(['--lan', '--lan-port', '9443'])).toMatchObject({ lan: true, lanPort: 9443 });
    expect(read([], { ANVIL_LAN: '1', ANVIL_LAN_PORT: '9444' })).toMatchObject({ lan: true, lanPort: 9444 });
    expect(read([], { ANVIL_LAN: '0' })).toMatchObject({ lan: false });
  });
  it('an empty environment name is none', () => {
    expect(read([], { ANVIL_PORT: '', DATABASE_URL: '' })).toMatchObject({ port: 8420, databaseUrl: null });
  });
  it.each([
    [['--port', '0']],
    [['--port', '65536']],
    [['--port', 'eighty']],
    [['--port']],
    [['--db-port', '-1']],
    [['--lan-port', '0']],
    [['--demo', 'yes']],
    [['--database-url', 'http://x']],
    [['--colour', 'blue']],
    [['stray']],
  ])('%j is refused in words', (args) => {
    expect(() => read(args)).toThrow(OptionError);
  });
});
