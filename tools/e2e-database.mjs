// Stops or starts the database under the end-to-end tests, on the port that it had.
import { Cluster } from './lib/postgres.mjs';
import { fail } from './lib/setup.mjs';

const { E2E_CLUSTER: folder, E2E_CLUSTER_PORT: port } = process.env;
if (!folder || !port) fail('only within the end-to-end tests');
const cluster = new Cluster(folder, { durable: false });
if (process.argv[2] === 'stop') cluster.stop();
else await cluster.start(Number(port));
