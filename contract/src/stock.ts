import type { StockMove, StockMoveKind } from '@caulkhorn/core/materials';
import { Day, Given, Id, Nested, OneOf, Optional, Quantity, Text, Time, Whole } from './constraints.js';
import { ProductRefDto } from './items.js';

const AMOUNT = [0.001, 1_000_000] as const;

/** What happened in the store, as a device writes it down. Who wrote it the server adds. */
class MoveDto {
  @Id() id!: string;
  @Time() at!: string;
  @Optional() @Text(500, 0) note?: string;
}

class DeliveryDto extends MoveDto {
  @OneOf(['delivery']) kind!: 'delivery';
  @Given() @Nested(() => ProductRefDto) product!: ProductRefDto;
  @Text(60) batchNumber!: string;
  @Optional() @Day() madeOn?: string;
  @Optional() @Day() expiresOn?: string;
  @Quantity(0.001, 100_000) packSize!: number;
  @Whole(1, 100_000) packs!: number;
}

class TakenDto extends MoveDto {
  @OneOf(['taken']) kind!: 'taken';
  @Id() lotId!: string;
  @Quantity(...AMOUNT) amount!: number;
  @Optional() @Id() jobId?: string;
  @Optional() @Text(500, 0) reason?: string;
}

class ReturnedDto extends MoveDto {
  @OneOf(['returned']) kind!: 'returned';
  @Id() lotId!: string;
  @Quantity(...AMOUNT) amount!: number;
  @Optional() @Id() jobId?: string;
}

class ScrappedDto extends MoveDto {
  @OneOf(['scrapped']) kind!: 'scrapped';
  @Id() lotId!: string;
  @Quantity(...AMOUNT) amount!: number;
}

class CountedDto extends MoveDto {
  @OneOf(['counted']) kind!: 'counted';
  @Id() lotId!: string;
  @Quantity(0, 1_000_000) amount!: number;
}

class TemperatureDto extends MoveDto {
  @OneOf(['temperature']) kind!: 'temperature';
  @Quantity(-50, 80) temperatureC!: number;
}

class ReservedDto extends MoveDto {
  @OneOf(['reserved']) kind!: 'reserved';
  @Id() jobId!: string;
  @Text(80) productId!: string;
  @Quantity(0, 1_000_000) amount!: number;
}

const CLASSES: Readonly<Record<StockMoveKind, new () => MoveDto>> = {
  delivery: DeliveryDto,
  taken: TakenDto,
  returned: ReturnedDto,
  scrapped: ScrappedDto,
  counted: CountedDto,
  temperature: TemperatureDto,
  reserved: ReservedDto,
};

/** A move of no kind that there is. */
class AnyMoveDto extends MoveDto {
  @OneOf(Object.keys(CLASSES)) kind!: StockMoveKind;
}

/** The class that a move of this kind must satisfy. */
export function stockMoveClass(kind: unknown): new () => object {
  return typeof kind === 'string' && Object.hasOwn(CLASSES, kind) ? CLASSES[kind as StockMoveKind] : AnyMoveDto;
}

/** Everything that happened in an organisation's store, in the order in which it was written down. */
export interface StoresAnswer {
  moves: StockMove[];
}
