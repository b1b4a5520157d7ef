/** What stands above everything this program says. */
export function Warning() {
  return (
    <p className="max-w-prose border-l-4 border-caution pl-3 text-[15px] text-ink2">
      Everything here is advice. The kit maker&apos;s plans and process instructions come first, then local rules and the responsible
      inspector. Where a limit is exceeded the program says stop, why, and whom to ask; it never approves a repair.
    </p>
  );
}
