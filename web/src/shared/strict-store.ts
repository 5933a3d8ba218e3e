import { type UseStore, promisifyRequest } from 'idb-keyval';

/** Where idb-keyval keeps things that are given no store of their own. */
const DATABASE = 'keyval-store';
const STORE = 'keyval';

let opened: Promise<IDBDatabase> | undefined;

function database(): Promise<IDBDatabase> {
  const request = indexedDB.open(DATABASE);
  request.onupgradeneeded = () => request.result.createObjectStore(STORE);
  return promisifyRequest(request).then((db) => {
    // opened anew once the browser has let it go
    db.onclose = () => (opened = undefined);
    return db;
  });
}

/** The usual store, but what is written is on the disk before it is said to be: a battery that ends a moment later takes nothing along. */
export const strictStore: UseStore = async (mode, callback) => {
  opened ??= database().catch((fault: unknown) => {
    opened = undefined;
    throw fault;
  });
  const transaction = (await opened).transaction(STORE, mode, mode === 'readwrite' ? { durability: 'strict' } : {});
  return callback(transaction.objectStore(STORE));
};
