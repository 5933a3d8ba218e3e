import { Injectable } from '@nestjs/common';
import { GateDatabase } from '../platform/gate-database.js';
import { type ServerKey, makeServerKey, readServerKey } from './signatures.js';

/** The key with which this server signs its receipts: one for all its processes, made at the first use, kept with the data. */
@Injectable()
export class ServerKeys {
  private key: Promise<ServerKey> | undefined;

  constructor(private readonly gate: GateDatabase) {}

  current(): Promise<ServerKey> {
    this.key ??= this.load().catch((fault: unknown) => {
      this.key = undefined;
      throw fault;
    });
    return this.key;
  }

  private async load(): Promise<ServerKey> {
    const find = async () =>
      (
        await this.gate.query<{ id: string; publicKey: string; privateKey: string }>(
          `select id, public_key as "publicKey", private_key as "privateKey" from server_key where is_current`,
        )
      )[0];
    const known = await find();
    if (known) return readServerKey(known);
    const made = makeServerKey();
    // two processes may start at once: the one row that stands is everyone's
    await this.gate.query(`insert into server_key (id, public_key, private_key) values ($1, $2, $3) on conflict do nothing`, [
      made.id,
      made.publicKey,
      made.privateKey,
    ]);
    return readServerKey((await find())!);
  }
}
