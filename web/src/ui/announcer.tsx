import { useSaid } from '../api/said';

/** Says aloud what was just done, wherever one is. */
export function Announcer() {
  const said = useSaid();
  return (
    <div aria-live="polite" aria-atomic="true" className="sr-only" data-testid="announcer">
      {said}
    </div>
  );
}
