/** Words for working without signal, photos, instruments and drawings in and out. */
export const SITE = {
  'offline.kept': 'Opens without signal: the pages are on this device, and so is every job that was opened on it.',
  'offline.fetching': 'The pages are being kept on this device, so that they open without signal …',
  'offline.no-way':
    'At this address the pages cannot be kept on the device: without signal they will not open. Use https, or the machine that Caulkhorn runs on.',
  'offline.on-device': 'on this device',
  'offline.title': 'Without signal',
  'offline.update-now': 'Use the newer version now',
  'room-left.little':
    'Only {left} of room is left on this device. Send what waits or free some room before you go down: photos will not fit.',
  'room-left.mb': '{n} MB',
  'photos.title': 'Photos',
  'photos.none': 'No photo yet.',
  'photos.take': 'Photo',
  'photos.file': 'Photo file',
  'photos.of': '{mark} {at}',
  'photos.caption': 'What it shows',
  'photos.remove': 'Remove it',
  'photos.removed': 'Photo removed. Undo brings it back.',
  'photos.not-kept': 'it could not be kept on this device; its storage is full.',
  'photos.not-here': 'not on this device',
  'issue.not-a-picture': 'This is no picture that can be read. JPEG, PNG and WebP can.',
  'issue.picture-damaged': 'The picture is damaged and cannot be read to its end.',
  'issue.picture-too-large': 'The picture has more than {max} megapixels.',
  'issue.photo-too-large': 'A photo may have at most {max} MB.',
  'issue.another-picture': 'Another picture than the one that was announced.',
  'issue.no-room': 'Only {leftMB} MB of room is left on this device: the photo was not kept.',
} as const;
