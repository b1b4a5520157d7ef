import type { AssemblyAnswer } from '#contract/answers';
import Papa from 'papaparse';
import { useEffect, useMemo, useState } from 'react';
import { matchColumns, PART_COLUMNS, ROW_COLUMNS, writeCell, type PartColumn, type RowColumn } from '#core/typed/csv-cells';
import { partTable, readPartTable, readRowTable, rowTable } from '#core/compose/csv-rows';
import { editsOf } from '#core/compose/edits-of';
import type { Edit } from '#core/record/definitions';
import { problemMessage } from '#core/wording/problems';
import { composeContextOf } from '../../models/compose-context';
import { carryFile, useCarriedFile } from '../../api/carried-file';
import { newId } from '../../api/device';
import { fileName, saveFile } from '../../ui/save-file';
import { Button, ErrorText, Select } from '../../ui/controls';
import { Modal } from '../../ui/modal';
import { Choice } from '../../ui/choice';
import { TABLE_MAX_BYTES, TABLE_MAX_LINES, type TableRead } from '../../workers/table-reader';
import { readInWorker } from './read-in-worker';

type What = 'rows' | 'parts';
type Table = Extract<TableRead, { ok: true }>;

interface TableDialogProps {
  readonly data: AssemblyAnswer;
  readonly nextOrder: number;
  readonly onKeep: (edits: readonly Edit[]) => Promise<void>;
  readonly onClose: () => void;
}

function csv(table: readonly (readonly string[])[]): string {
  return Papa.unparse(
    table.map((line) => line.map(writeCell)),
    { newline: '\r\n' },
  );
}

/** Rows and parts from and to spreadsheets: columns matched, a preview, errors by line and cell, good lines kept. */
export function TableDialog({ data, nextOrder, onKeep, onClose }: TableDialogProps) {
  const [what, setWhat] = useState<What>('rows');
  const [table, setTable] = useState<Table | null>(null);
  const [columns, setColumns] = useState<Readonly<Record<string, number | undefined>>>({});
  const [error, setError] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const kitUnits = data.kit.definition.units;
  /* What a bare number of the file means: files saved here are written in the kit's units. */
  const [units, setUnits] = useState(kitUnits);
  const names: readonly string[] = what === 'rows' ? ROW_COLUMNS : PART_COLUMNS;

  const takeIn = async (input: Promise<ArrayBuffer | string>, size: number) => {
    setError(null);
    if (size > TABLE_MAX_BYTES)
      return setError(`${Math.round(size / 1e6)} MB are too many; at most ${TABLE_MAX_BYTES / 1e6} MB are taken.`);
    setBusy(true);
    const read = await readInWorker(await input);
    setBusy(false);
    if (!read.ok) return setError(problemMessage({ code: read.code, data: { max: TABLE_MAX_LINES } }));
    setTable(read);
    setColumns(matchColumns(read.heads, what === 'rows' ? ROW_COLUMNS : PART_COLUMNS));
  };
  /* A table that was dropped elsewhere is read here. */
  const carried = useCarriedFile('table', data.assembly.id);
  useEffect(() => {
    if (!carried) return;
    carryFile(null);
    void takeIn(carried.arrayBuffer(), carried.size);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, when it arrives
  }, [carried]);
  const choose = (next: What) => {
    setWhat(next);
    if (table) setColumns(matchColumns(table.heads, next === 'rows' ? ROW_COLUMNS : PART_COLUMNS));
  };
  const read = useMemo(() => {
    if (!table) return null;
    const context = composeContextOf(data, units);
    if (what === 'rows') {
      const lines = readRowTable(table.lines, columns as Partial<Record<RowColumn, number>>, context, nextOrder);
      return {
        lines,
        edits: editsOf(
          lines.flatMap((l) => (l.made ? [l.made] : [])),
          newId,
        ),
      };
    }
    const lines = readPartTable(table.lines, columns as Partial<Record<PartColumn, number>>, context);
    return {
      lines,
      edits: lines.flatMap((l): Edit[] =>
        l.made ? [{ kind: 'part', id: l.made.id, expectedVersion: 0, definition: l.made.definition }] : [],
      ),
    };
  }, [table, columns, what, data, units, nextOrder]);
  const good = read?.lines.filter((l) => l.made).length ?? 0;
  const badLines = read?.lines.filter((l) => l.problem) ?? [];

  const keep = async () => {
    if (!read || !table) return;
    try {
      await onKeep(read.edits);
      if (badLines.length === 0) return onClose();
      setTable({ ...table, lines: badLines.map((l) => [...l.cells]) });
    } catch (e) {
      setError((e as Error).message);
    }
  };
  const save = () => {
    const parts = new Map(data.parts.map((p) => [p.id, p.definition]));
    const lines =
      what === 'rows'
        ? rowTable(
            data.rows.map((r) => r.definition),
            parts,
            new Map(data.fasteners.map((f) => [f.id, f.definition])),
            kitUnits,
          )
        : partTable(
            data.parts.map((p) => p.definition),
            kitUnits,
          );
    saveFile(fileName(`${data.assembly.definition.name} ${what}`, 'csv'), `\uFEFF${csv(lines)}\r\n`, 'text/csv;charset=utf-8');
  };
  return (
    <Modal title="Tables: rows and parts as CSV" open onClose={onClose} wide>
      <div className="flex flex-wrap items-center gap-3">
        <Choice
          label="What"
          value={what}
          options={[
            { value: 'rows', text: 'rows' },
            { value: 'parts', text: 'parts' },
          ]}
          onChoose={choose}
        />
        <Button onClick={save}>Save these {what} as CSV</Button>
        <input
          type="file"
          accept=".csv,.tsv,.txt,text/csv"
          aria-label="A table to read"
          className="field min-w-0 flex-1"
          onChange={(e) => (e.target.files?.[0] ? void takeIn(e.target.files[0].arrayBuffer(), e.target.files[0].size) : undefined)}
        />
      </div>
      <textarea
        className="field min-h-16 shrink-0 font-mono text-[13px]"
        aria-label="Or paste a table with its heads"
        placeholder={'Or paste a table with its heads:\nname\tstack\trivet\tholes\tpitch'}
        onChange={(e) =>
          e.target.value.trim() === '' ? setTable(null) : void takeIn(Promise.resolve(e.target.value), e.target.value.length)
        }
      />
      {isBusy ? <p role="status">Reading …</p> : null}
      {error ? <ErrorText>{error}</ErrorText> : null}
      {table && read ? (
        <>
          <label className="flex items-center gap-2 text-[14px]">
            A bare number of this table is in
            <Select value={units} onChange={(e) => setUnits(e.target.value === 'mm' ? 'mm' : 'in')}>
              <option value="in">inches</option>
              <option value="mm">millimetres</option>
            </Select>
          </label>
          <fieldset className="flex flex-wrap gap-2">
            <legend className="text-[14px] text-ink2">Which column is which</legend>
            {names.map((name) => (
              <label key={name} className="flex flex-col text-[13px] text-ink2">
                {name}
                <Select
                  value={columns[name] ?? ''}
                  onChange={(e) => setColumns({ ...columns, [name]: e.target.value === '' ? undefined : Number(e.target.value) })}
                >
                  <option value="">not in the file</option>
                  {table.heads.map((head, i) => (
                    <option key={i} value={i}>
                      {head || `column ${i + 1}`}
                    </option>
                  ))}
                </Select>
              </label>
            ))}
          </fieldset>
          <ol aria-label="Preview" className="max-h-[34vh] overflow-auto border-y border-line text-[14px]">
            {[...badLines, ...read.lines.filter((l) => l.made)].slice(0, 300).map((line) => (
              <li key={line.number} className="border-b border-line py-0.5">
                <span className="label inline-block w-16 text-ink2">line {line.number}</span>
                {line.problem ? (
                  <span className="text-stop">
                    {line.column}: {problemMessage(line.problem)}
                  </span>
                ) : (
                  line.cells.filter(Boolean).join(' · ')
                )}
              </li>
            ))}
          </ol>
          <div className="flex items-center justify-end gap-3">
            {badLines.length > 0 ? <span className="text-[14px] text-stop">{badLines.length} to mend; they stay here.</span> : null}
            <Button tone="primary" disabled={good === 0} onClick={() => void keep()}>
              Keep {good} {good === 1 ? what.slice(0, -1) : what}
            </Button>
          </div>
        </>
      ) : null}
    </Modal>
  );
}
