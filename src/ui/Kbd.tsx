/** A key, beside the control it works; not shown where one taps. Screen readers get it from aria-keyshortcuts instead. */
export function Kbd({ children }: { children: string }) {
  return (
    <kbd
      aria-hidden="true"
      className="rounded-[4px] border border-current/25 px-1.5 font-mono text-[0.6875rem] leading-[1.35] font-normal whitespace-nowrap opacity-90 pointer-coarse:hidden"
    >
      {children}
    </kbd>
  );
}
