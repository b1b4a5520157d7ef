import type { AssemblyAnswer } from '#contract/answers';
import type { DeviationKind, Mark } from '#core/record/marks';
import type { MarkWish } from '../../api/commands';
import type { RowModel } from '../../models/row-model';
import { ErrorText } from '../../ui/controls';
import { Modal } from '../../ui/modal';
import { NoteForm } from '../../ui/note-form';
import { DeviationDialog } from './deviation-dialog';
import { GaveWayDialog } from './gave-way-dialog';
import { HoleStory } from './hole-story';

/** What the menu of a hole was asked for that wants a dialog of its own. */
export type AskedOfHole =
  | { readonly kind: 'deviation'; readonly deviation: DeviationKind }
  | { readonly kind: 'note' }
  | { readonly kind: 'story' }
  | { readonly kind: 'gave-way' }
  | { readonly kind: 'refused'; readonly text: string }
  | null;

interface HoleDialogsProps {
  readonly data: AssemblyAnswer;
  readonly row: RowModel;
  readonly marks: readonly Mark[];
  readonly holeId: string;
  readonly number: number;
  readonly asked: AskedOfHole;
  readonly onMark: (wishes: readonly MarkWish[]) => void;
  readonly onMarked: ((text: string) => void) | undefined;
  readonly onClose: () => void;
}

/** The dialog that was asked for, if any. */
export function HoleDialogs({ data, row, marks, holeId, number, asked, onMark, onMarked, onClose }: HoleDialogsProps) {
  switch (asked?.kind) {
    case undefined:
      return null;
    case 'deviation':
      return <DeviationDialog data={data} row={row} holeId={holeId} first={asked.deviation} onClose={onClose} />;
    case 'gave-way':
      return (
        <GaveWayDialog
          row={row}
          holeId={holeId}
          number={number}
          marks={marks}
          onMark={(wishes, text) => {
            onMark(wishes);
            onMarked?.(text);
          }}
          onClose={onClose}
        />
      );
    case 'note':
      return (
        <Modal title={`${row.title}, hole ${number}`} open onClose={onClose}>
          <NoteForm
            kit={data.kit}
            about={{ rowId: row.entity.id, holeIds: [holeId] }}
            button="Keep the note"
            onKept={() => {
              onClose();
              onMarked?.(`A note on hole ${number}`);
            }}
          />
        </Modal>
      );
    case 'story':
      return (
        <Modal title={`What happened at hole ${number} of ${row.title}`} open onClose={onClose}>
          <HoleStory kit={data.kit.definition} rowId={row.entity.id} holeId={holeId} marks={marks} meets={row.entity.definition.meets} />
        </Modal>
      );
    case 'refused':
      return (
        <Modal title="Not kept" open onClose={onClose}>
          <ErrorText>{asked.text}</ErrorText>
        </Modal>
      );
  }
}
