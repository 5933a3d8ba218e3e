/** How somebody who is down is brought out of a confined space. */
export const RESCUE = {
  'log.entry-rescue': 'Rescue from {name}',
  'log.kind.rescue': 'words on rescue',
  'log.rescue': 'brought out: {out} · called: {call}',
  'rescue.title': 'If somebody in there is down',
  'rescue.none': 'Nobody has said yet how he is brought out: nobody goes in.',
  'rescue.old': 'Said at {at}, for another shift: look whether it still holds, and say it again before anybody goes in.',
  'rescue.said': 'Said at {at} by {name}',
  'rescue.out': 'How he is brought out without anybody going in',
  'rescue.call': 'Who is called, and by what',
  'rescue.called': 'Called: {call}',
  'rescue.save': 'It stands ready: write it down',
  'rescue.anew': 'Say it anew',
};
