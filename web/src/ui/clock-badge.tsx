import { problemMessage } from '#core/wording/problems';

/** This device's clock is ahead: marks are kept as sent, and somebody should set it right. */
export function ClockBadge() {
  return (
    <span role="status" className="label rounded bg-caution-soft px-2 text-caution" title={problemMessage({ code: 'clock-ahead' })}>
      clock ahead
    </span>
  );
}
