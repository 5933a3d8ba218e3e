interface Readiness {
  /** none within the time that was computed */ readyDay: number | null;
  /** the band of it; none where it is not known on that side */ lowDay: number | null;
  highDay: number | null;
  /** too wet as it was read last */ isOver: boolean;
}

/** How the day of covering stands to that on which a slab is dry enough; what the readings do not tell is never taken for dry. */
export function coverStands(coverDay: number, { readyDay, lowDay, highDay, isOver }: Readiness): 'never' | 'wet' | 'open' | 'dry' {
  if (!isOver) return 'dry';
  if (readyDay === null) return 'never';
  if (coverDay < (lowDay ?? readyDay)) return 'wet';
  return highDay !== null && coverDay >= highDay ? 'dry' : coverDay < readyDay && lowDay === null ? 'wet' : 'open';
}
