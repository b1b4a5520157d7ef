interface LookNextProps {
  /** Numbers of the holes of this row that are due, the next one first. */
  readonly here: readonly number[];
  /** How many are due in other rows. */
  readonly elsewhere: number;
  /** After the first three of a batch every so many-th is looked at. */
  readonly every: number;
}

/** At which hole to look next, and why. */
export function LookNext({ here, elsewhere, every }: LookNextProps) {
  const [next, ...then] = here;
  return (
    <p role="status" className="text-[19px]">
      {next === undefined ? (
        'Nothing is due in this row.'
      ) : (
        <>
          Look next at <strong>hole {next}</strong>
          {then.length > 0 ? `, then ${then.slice(0, 5).join(', ')}` : ''}.
        </>
      )}{' '}
      <span className="text-[15px] text-ink2">
        The first three of every batch, then every {every}th{elsewhere > 0 ? `; ${elsewhere} more are due in other rows` : ''}.
      </span>
    </p>
  );
}
