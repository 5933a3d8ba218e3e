interface Readiness {
  /** none within the time that was computed */ readyDay: number | null;
  /** the band of it; none where it is not known on that side */ lowDay: number | null;
  highDay: number | null;
  /** too wet as it was read last */ isOver: boolean;
  /** the day of that reading */ lastDay: number;
}

/**
 * What a drying curve says of the day a slab is dry enough. One that has been there already (`unread`: since the last reading;
 * `missed`: before it) promises nothing while the last reading is over the limit.
 */
export function dryingStands({ readyDay, isOver, lastDay }: Readiness, today: number): 'now' | 'never' | 'ahead' | 'unread' | 'missed' {
  if (!isOver) return 'now';
  if (readyDay === null) return 'never';
  if (readyDay > today) return 'ahead';
  return readyDay > lastDay ? 'unread' : 'missed';
}

/** How the day of covering stands to that on which a slab is dry enough; what the readings do not tell is never taken for dry. */
export function coverStands(
  coverDay: number,
  { readyDay, lowDay, highDay, isOver, lastDay }: Readiness,
): 'never' | 'wet' | 'open' | 'dry' | 'missed' {
  if (!isOver) return 'dry';
  if (readyDay === null) return 'never';
  if (readyDay <= lastDay) return 'missed';
  if (coverDay < (lowDay ?? readyDay)) return 'wet';
  return highDay !== null && coverDay >= highDay ? 'dry' : coverDay < readyDay && lowDay === null ? 'wet' : 'open';
}
