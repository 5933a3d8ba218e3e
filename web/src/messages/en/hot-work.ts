/** The kettle by the half hour, and the fire watch after it. */
export const HOT_WORK = {
  'log.entry-hot': 'Hot work, {name}',
  'log.kind.hot': 'looks at hot work',
  'hot.was-out': 'fire watch over, nothing smoulders',
  'hot.title': 'Hot work: {name}',
  'hot.last': 'The kettle was at {c} at {at}. The sheet lets it be {min} to {max}.',
  'hot.none': 'Nobody has read the kettle yet. The sheet lets it be {min} to {max}.',
  'hot.due': 'Read it again by {at}.',
  'hot.overdue': 'Read the kettle now: it was due at {at}.',
  'hot.too-hot': 'Too hot: turn it down, stir, and keep away from the fumes. Never water; lid and powder extinguisher at hand.',
  'hot.too-cold': 'Too cold: it does not wet the ground. Warm it up before the next pour.',
  'hot.kettle': 'Temperature of the kettle',
  'hot.write': 'Write the kettle down',
  'hot.watch': 'Fire watch until {at}: somebody stays, with an extinguisher, and looks behind, below and in the joints.',
  'hot.watch-over': 'The hour is over. Look once more everywhere, then end the watch.',
  'hot.out': 'Nothing smoulders: the watch is over',
} as const;
