/** The app's mark: a horn of mortar driven into a joint. */
export function Mark({ size = 22 }: { size?: number }) {
  return (
    <svg viewBox="0 0 32 32" width={size} height={size} aria-hidden>
      <path d="M3 7h26v5H3z" fill="currentColor" />
      <path d="M11 12h10l-3 12h-4z" fill="#4fb3ad" />
      <path d="M14.5 24h3v6h-3z" fill="currentColor" />
    </svg>
  );
}
