// What a report of Playwright says of the tests that failed, and of those that passed only at the second try: short enough to stand at the end of a log.

/** @typedef {{ title: string, file: string, line: number, tests: { status: string, results: { errors?: { message?: string }[] }[] }[] }} Spec */
/** @typedef {{ specs?: Spec[], suites?: Suite[] }} Suite */

const LINES_OF_ERROR = 14;

/** @param {{ suites: Suite[] }} report @returns {{ failed: string[], secondTry: string[] }} each with its place, title and the head of its first error */
export function toldTests(report) {
  const specs = report.suites.flatMap(specsOf);
  const told = (/** @type {string} */ status) => specs.filter(({ tests }) => tests.some((test) => test.status === status)).map(tell);
  return { failed: told('unexpected'), secondTry: told('flaky') };
}

/** @param {Suite} suite @returns {Spec[]} */
function specsOf({ specs = [], suites = [] }) {
  return [...specs, ...suites.flatMap(specsOf)];
}

/** @param {Spec} spec */
function tell({ file, line, title, tests }) {
  const error = tests.flatMap(({ results }) => results.flatMap(({ errors = [] }) => errors))[0]?.message ?? 'no error was told';
  const head = plain(error).split('\n').slice(0, LINES_OF_ERROR);
  return [`${file}:${line} ${title}`, ...head.map((text) => `    ${text.slice(0, 400)}`)].join('\n');
}

/** Without the colours of a terminal. @param {string} text */
function plain(text) {
  return text.replace(/\u001b\[[0-9;]*m/g, '');
}
