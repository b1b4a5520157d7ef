import { Link } from 'react-router';
import { useRecalls } from '../../api/record';
import { leftOf } from '../tools/thing-checks';

/** Says that something is to be looked at again, and leads there; nothing where there is nothing. */
export function RecallNotice({ kitId }: { kitId: string }) {
  const left = (useRecalls(kitId).data?.recalls ?? []).reduce((n, r) => n + leftOf(r), 0);
  if (left === 0) return null;
  return (
    <p role="note" className="rounded border border-caution bg-caution-soft px-2 py-1 text-[17px]">
      {left === 1 ? 'One hole or part is' : `${left} holes or parts are`} to be looked at again because a tool, a lot or a batch was found
      bad.{' '}
      <Link className="underline underline-offset-2" to={`/kits/${kitId}/recalls`}>
        Which ones
      </Link>
    </p>
  );
}
