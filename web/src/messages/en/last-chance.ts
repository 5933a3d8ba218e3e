/** What can be shown now and never again. */
export const LAST_CHANCE = {
  'last.title': 'To be shown before this is laid',
  'last.how': 'Once this has begun it cannot be shown any more, and stands as left out for good.',
};
