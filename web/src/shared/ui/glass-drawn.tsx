/** A name as it was drawn on the glass. */
export function GlassDrawn({ drawn, label }: { drawn: string; label: string }) {
  return (
    <svg viewBox="0 0 1000 400" role="img" aria-label={label} className="h-14 w-36 border-b border-ink">
      <path d={drawn} fill="none" stroke="currentColor" strokeWidth="10" strokeLinecap="round" strokeLinejoin="round" />
    </svg>
  );
}
