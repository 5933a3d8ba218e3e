/** Who worked on what beside, and the hours that come of it. */
export const HANDS = {
  'hands.title': 'Who else worked on it',
  'hands.who': 'Tick who did',
  'hands.nobody': 'nobody',
  'hands.add': 'Add to those who worked on it',
  'log.with': 'with {names}',
  'worked.title': 'Hours worked so far',
  'worked.none': 'No work is finished yet whose hours the log tells.',
  'worked.who': 'Who',
  'worked.pieces': 'Pieces',
  'worked.sum': 'In all, {hours} h; the plan had {planned} h for the same work',
  'worked.untimed': 'Of {n} finished pieces the hours are not known: no start was written, or a night lies between.',
  'worked.untimed.one': 'Of 1 finished piece the hours are not known: no start was written, or a night lies between.',
  'worked.note':
    'From the starts and finishes in the log, by whoever wrote them and whom they name. Cure rounds are not in it. Priced by the hour of the house’s rates.',
};
