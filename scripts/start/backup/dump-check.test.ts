import { gunzipSync } from 'node:zlib';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { DumpCheck } from './dump-check';

function check(text: string, piece = text.length || 1): string | null {
  const dump = new DumpCheck();
  try {
    for (let i = 0; i < text.length; i += piece) dump.take(text.slice(i, i + piece));
    dump.end();
    return null;
  } catch (error) {
    return (error as Error).message;
  }
}

describe('a dump is read as what we write', () => {
  it('a dump of an earlier release, in pieces of any size', () => {
    const dump = gunzipSync(readFileSync('server/test/releases/2026-11-27.sql.gz')).toString();
    expect(check(dump)).toBeNull();
    expect(check(dump, 997)).toBeNull();
  });
  it.each([
    ['rows', "INSERT INTO `marks` VALUES\n(1,'it''s; -- \\! `x` /* */',NULL,-1.5e-7,0xFF,''),\n(2,'\\'\\\\','','','','');"],
    ['a comment line', '-- MariaDB dump\nUNLOCK TABLES;'],
    ['a switch of the session', "/*!40103 SET TIME_ZONE='+00:00' */;"],
  ])('%s', (_, text) => expect(check(text)).toBeNull());
  it.each([
    ['a shell command', '\\! touch /tmp/x\n'],
    ['a shell command by name', 'system touch /tmp/x\n;'],
    ['another file', 'source /etc/passwd\n;'],
    ['a shell command within a statement', 'UNLOCK \\! touch /tmp/x\n TABLES;'],
    ['a shell command in a comment', '/*!40101 SET @x=1 \\! id */;'],
    ['an account', "CREATE USER 'x'@'%' IDENTIFIED BY 'y';"],
    ['rights', "GRANT ALL ON *.* TO 'x'@'%';"],
    ['another database', 'INSERT INTO mysql.user VALUES (1);'],
    ['a file read in', "INSERT INTO `marks` VALUES (LOAD_FILE('/etc/passwd'));"],
    ['a file written', "SELECT 1 INTO OUTFILE '/tmp/x';"],
    ['a query in a row', 'INSERT INTO `marks` VALUES ((SELECT 1));'],
    ['a table elsewhere', "CREATE TABLE `x` (`a` int) ENGINE=InnoDB DATA DIRECTORY='/tmp';"],
    ['a table on another server', "CREATE TABLE `x` (`a` int) ENGINE=FEDERATED CONNECTION='mysql://h/x';"],
    ['a table from a query', 'CREATE TABLE `x` (`a` int) ENGINE=InnoDB AS SELECT 1;'],
    ['a trigger', 'CREATE TRIGGER `t` BEFORE INSERT ON `marks` FOR EACH ROW SET NEW.id=1;'],
    ['another delimiter', 'DELIMITER //\nUNLOCK TABLES//'],
    ['a setting of the server', '/*!40101 SET GLOBAL general_log_file=0x2f */; SET GLOBAL x=1;'],
    ['cut off in a string', "INSERT INTO `marks` VALUES (1,'abc"],
    ['cut off in a statement', 'UNLOCK TABLES'],
  ])('%s is refused', (_, text) => expect(check(text)).toMatch(/^the copy's database is not one this program wrote/));
});
