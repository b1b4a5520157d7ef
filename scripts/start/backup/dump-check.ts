import { Writable } from 'node:stream';

/*
 * The database's text in a copy, read before anything of it runs: only the statements a dump of ours is made of. A client would run shell
 * commands it finds there (`\!`, `system`), open files, or alter accounts; a copy may come from anybody.
 */

/** What a dump begins with where the client knows a sandbox. */
const SANDBOX_LINE = '/*M!999999\\- enable the sandbox mode */';
/** Longest statement: far over what `mariadb-dump` puts into one. */
const STATEMENT_MAX = 64 * 1024 * 1024;

const NAME = '`[A-Za-z0-9_]{1,64}`';
const VALUE = "(?:''|x''|_binary ''|0x[0-9A-Fa-f]*|NULL|-?[0-9]+(?:\\.[0-9]+)?(?:e[+-]?[0-9]+)?)";
const ROW = `\\((?:${VALUE},)*${VALUE}\\)`;
/** Column and key clauses of our tables, strings taken out. */
const COLUMN_TEXT = "[A-Za-z0-9_`'(),.=\\s+-]*";

/** Statements of a dump, with every string taken out of them. */
const ALLOWED: readonly RegExp[] = [
  new RegExp(`^DROP TABLE IF EXISTS ${NAME}$`),
  new RegExp(
    `^CREATE TABLE ${NAME} \\(${COLUMN_TEXT}\\) ENGINE=InnoDB(?: AUTO_INCREMENT=[0-9]+)?(?: DEFAULT CHARSET=\\w+)?(?: COLLATE=\\w+)?$`,
  ),
  new RegExp(`^LOCK TABLES ${NAME} WRITE$`),
  /^UNLOCK TABLES$/,
  new RegExp(`^INSERT INTO ${NAME} VALUES\\s*${ROW}(?:,\\s*${ROW})*$`),
  new RegExp(`^/\\*!40000 ALTER TABLE ${NAME} (?:DISABLE|ENABLE) KEYS \\*/$`),
  /^\/\*!40\d{3} SET [A-Za-z0-9_@= ,':+]*\*\/$/,
  /^(?:set autocommit=0|commit)$/,
];

/** Words no table of ours has, wherever they stand: files and other servers. */
const NEVER = /\b(?:DIRECTORY|CONNECTION|OUTFILE|DUMPFILE|LOAD_FILE|SELECT|GLOBAL|INTO\s+@)\b/i;

export class DumpProblem extends Error {}

/** Takes the text in pieces; throws {@link DumpProblem} at the first statement that no dump of ours has. */
export class DumpCheck {
  /** The statement so far, its strings shortened to ''. */
  private statement = '';
  private inside: '' | "'" | '`' | '--' | '/*' = '';
  private isEscaped = false;
  private last = '';
  private line = 1;

  take(text: string): void {
    for (let i = 0; i < text.length; i++) this.char(text[i] as string);
  }

  /** Nothing may be left of a statement. */
  end(): void {
    if (this.inside !== '' && this.inside !== '--') this.refuse('it ends within a statement');
    if (this.statement.trim() !== '') this.refuse('its last statement does not end');
  }

  private refuse(why: string): never {
    throw new DumpProblem(`the copy's database is not one this program wrote (line ${this.line}: ${why}); nothing was restored`);
  }

  private char(c: string): void {
    if (c === '\n') this.line++;
    switch (this.inside) {
      case "'":
        return this.inString(c);
      case '`':
        this.statement += c;
        if (c === '`') this.inside = '';
        return;
      case '--':
        if (c === '\n') this.inside = '';
        return;
      case '/*':
        this.statement += c;
        if (c === '/' && this.last === '*') this.inside = '';
        this.last = c;
        if (this.inside === '' && this.statement.trim() === SANDBOX_LINE) this.statement = '';
        return;
      default:
        this.outside(c);
    }
  }

  private inString(c: string): void {
    if (this.isEscaped) this.isEscaped = false;
    else if (c === '\\') this.isEscaped = true;
    else if (c === '\n') this.refuse('a string goes over the line');
    else if (c === "'") {
      this.inside = '';
      this.statement += "'";
    }
  }

  private outside(c: string): void {
    if (c === "'") {
      /* Two strings with nothing between them are one with a quote in it. */
      if (this.statement.endsWith("''")) this.statement = this.statement.slice(0, -1);
      else this.statement += "'";
      this.inside = "'";
      return;
    }
    if (c === '\\') this.refuse('a command of the client');
    if (c === ';') {
      const statement = this.statement.trim();
      this.statement = '';
      if (statement !== '' && !isAllowed(statement)) this.refuse(`"${statement.replace(/\s+/g, ' ').slice(0, 60)}"`);
      return;
    }
    this.statement += c;
    if (this.statement.length > STATEMENT_MAX) this.refuse('a statement without an end');
    if (c === '`') this.inside = '`';
    else if (this.statement.endsWith('/*')) {
      this.inside = '/*';
      this.last = '';
    } else if (c === '-' && this.statement.trim() === '--') {
      this.inside = '--';
      this.statement = '';
    }
  }
}

function isAllowed(statement: string): boolean {
  return ALLOWED.some((form) => form.test(statement)) && !NEVER.test(statement.replace(/`[^`]*`/g, ''));
}

/** A stream that reads a dump through; it fails where the check does. */
export function checkedDump(check = new DumpCheck()): Writable {
  const decoder = new TextDecoder('utf-8');
  const attempt = (work: () => void, done: (error?: Error | null) => void) => {
    try {
      work();
      done();
    } catch (error) {
      done(error as Error);
    }
  };
  return new Writable({
    write: (chunk: Buffer, _encoding, done) => attempt(() => check.take(decoder.decode(chunk, { stream: true })), done),
    final: (done) =>
      attempt(() => {
        check.take(decoder.decode());
        check.end();
      }, done),
  });
}
