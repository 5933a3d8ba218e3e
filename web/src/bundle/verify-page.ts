import { DOSSIER } from '../messages/en/dossier';
import { COMMON } from '../messages/en/common';
import { addWords, t, tOf } from '../messages/t';
import { type BundleCheck, checkBundle } from './check-bundle';
import { spansOf } from './check-log';
import { sealText } from './seal-text';

/** The page that goes with every bundle and checks it in any browser, without a network: nothing is sent, nothing is fetched. */

addWords(COMMON);
addWords(DOSSIER);

const line = (text: string, tone = ''): HTMLElement => {
  const p = document.createElement('p');
  p.textContent = text;
  p.className = tone;
  return p;
};

const MOST_TOLD = 200;

function told(check: BundleCheck): HTMLElement[] {
  if (check.kind === 'no-bundle') return [line(t('bundle.no-bundle'), 'bad')];
  const wrong = check.files.filter(({ state }) => state !== 'whole');
  const { log } = check;
  return [
    line(t(check.isWhole ? 'bundle.whole' : 'bundle.not-whole', { job: check.job }), check.isWhole ? 'good' : 'bad'),
    line(t('bundle.files', { n: check.files.length - wrong.length, of: check.files.length })),
    ...wrong.slice(0, MOST_TOLD).map(({ path, state }) => line(tOf(`bundle.file-${state}`, { path }), 'bad')),
    ...(log.kind === 'holds'
      ? [
          line(t('verify.holds', { n: log.entries }), 'good'),
          line(t('verify.by-device', { n: log.byDevice })),
          ...[...log.receivedBy].map(([server, numbers]) => line(t('verify.received', { server, numbers: spansOf(numbers) }))),
          ...(log.notReceived.length > 0 ? [line(t('verify.not-received', { numbers: spansOf(log.notReceived) }), 'doubt')] : []),
          ...(log.isWhole ? [] : [line(t('verify.not-whole'), 'doubt')]),
        ]
      : [line(log.kind === 'broken' ? `${t('verify.broken', { n: log.entry })} ${tOf(`verify.${log.code}`)}` : t('verify.no-job'), 'bad')]),
    ...check.plans.map(({ number, isWhole }) =>
      line(t(isWhole ? 'bundle.plan-whole' : 'bundle.plan-altered', { n: number }), isWhole ? '' : 'bad'),
    ),
    ...(check.photosMissing > 0 ? [line(t('bundle.photos-missing', { n: check.photosMissing }), 'doubt')] : []),
    line(sealText(check.seal), { holds: 'good', broken: 'bad', foreign: 'doubt', none: 'doubt', 'not-checked': 'doubt' }[check.seal.kind]),
    line(t('bundle.manifest', { hash: check.manifestSha256 }), 'hash'),
    line(t('bundle.compare')),
  ];
}

document.title = t('bundle.verify-title');
document.querySelector('h1')!.textContent = t('bundle.verify-title');
document.querySelector('label span')!.textContent = t('bundle.verify-file');
document.querySelector('#how')!.textContent = t('bundle.verify-how');
const outcome = document.querySelector('output')!;
document.querySelector('input')!.addEventListener('change', ({ target }) => {
  const [file] = (target as HTMLInputElement).files ?? [];
  if (!file) return;
  outcome.replaceChildren(line(t('verify.checking')));
  void file
    .arrayBuffer()
    .then((bytes) => checkBundle(new Uint8Array(bytes)))
    .then(
      (check) => outcome.replaceChildren(...told(check)),
      () => outcome.replaceChildren(line(t('bundle.no-bundle'), 'bad')),
    );
});
