// MiniZinc's WebAssembly build expects a web worker: this is one, as Node.js has it.
const { readFileSync } = require('node:fs');
const { dirname } = require('node:path');
const vm = require('node:vm');
const { parentPort, workerData } = require('node:worker_threads');

Object.assign(globalThis, {
  self: globalThis,
  require,
  __filename: workerData.script,
  __dirname: dirname(workerData.script),
  postMessage: (/** @type {unknown} */ message) => parentPort?.postMessage(message),
  addEventListener: (/** @type {string} */ type, /** @type {(event: { data: unknown }) => void} */ take) => {
    if (type === 'message') parentPort?.on('message', (data) => take({ data }));
  },
});
vm.runInThisContext(readFileSync(workerData.script, 'utf8'), { filename: workerData.script });
