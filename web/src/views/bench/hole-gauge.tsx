import type { MarkWish } from '../../api/commands';
import { Button } from '../../ui/controls';

interface HoleGaugeProps {
  readonly rowId: string;
  readonly holeId: string;
  readonly number: number;
  readonly onMark: (wishes: readonly MarkWish[]) => void;
  readonly onMarked: (text: string) => void;
}

/** Before the rivet goes in: the hole by go and no-go. */
export function HoleGauge({ rowId, holeId, number, onMark, onMarked }: HoleGaugeProps) {
  const gauged = (gauge: 'go' | 'no-go') => {
    onMark([{ kind: 'hole-check', rowId, holeIds: [holeId], payload: { gauge } }]);
    onMarked(`Hole ${number} gauged: ${gauge === 'go' ? 'good' : 'the no-go end goes in'}`);
  };
  return (
    <>
      <Button className="min-h-14 px-4 text-[17px]" onClick={() => gauged('go')}>
        Hole {number} gauged: good
      </Button>
      <Button className="min-h-14 px-4 text-[17px]" onClick={() => gauged('no-go')}>
        Hole {number}: the no-go end goes in
      </Button>
    </>
  );
}
