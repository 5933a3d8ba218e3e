import { type Climate, ROOM_WETNESS, type RoomClimate, type Space } from '@caulkhorn/core/jobs';
import { type RoomAhead, ROOM_RULES, airOf, coverOf, hoursAhead, roomsAhead } from '@caulkhorn/core/planning';
import { toSystem } from '@caulkhorn/core/quantities';
import { useMemo } from 'react';
import { RoomChart } from '../charts/room-chart';
import { parts, useJob, usePlanning } from '../job/job-context';
import { formatNumber } from '../messages/number-text';
import { t } from '../messages/t';
import { formatMoney, formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { dayAndTime } from '../shared/times';
import { Button } from '../shared/ui/button';
import { SelectField } from '../shared/ui/field';
import { FigureField } from '../shared/ui/figure-field';

/** A room without forced air changes once or twice in two hours through its doors and cracks; common practice, no source. */
const USUAL_CHANGES_PER_H = 0.5;
const USUAL_HEAT_TO_C = 15;
const USUAL_DRY_TO_PCT = 60;
/** Of drying machines, kW for each L/day on the plate; common practice, no source. */
const KW_PER_L_DAY = 0.019;
const CENTS = 100;

/** The air of each room that has faces inside, as it follows from the forecast, the ground, heater and dryer. */
export default function RoomsAir() {
  const { model, can, putHead } = useJob(parts('model', 'can', 'putHead'));
  const { walls } = usePlanning();
  const { climate, forecast, usualMonths, timeZone } = model.job;
  const rooms = useMemo(() => {
    const wallsC = new Map([...walls].map(([id, { history }]) => [id, history]));
    return new Map(
      roomsAhead({ job: { climate }, faces: model.faces, wallsC }, hoursAhead({ forecast, usualMonths, timeZone })).map((room) => [
        room.spaceId,
        room,
      ]),
    );
  }, [climate, forecast, usualMonths, timeZone, model.faces, walls]);
  const spaces = model.spaces.filter(({ id }) => model.faces.some(({ spaceId, near }) => spaceId === id && near.kind === 'room'));
  const keep = (next: Partial<Climate>) => putHead({ ...model.job, climate: { rooms: [], ...climate, ...next } });
  const keepRoom = (spaceId: string, room: RoomClimate | undefined) => {
    const others = (climate?.rooms ?? []).filter((each) => each.spaceId !== spaceId);
    keep({ rooms: room ? [...others, room] : others });
  };
  return (
    <section className="flex flex-col gap-3">
      <h3 className="mt-2 font-semibold">{t('room-air.title')}</h3>
      {forecast ? null : <p className="font-medium">{t('room-air.no-forecast')}</p>}
      {spaces.length === 0 ? <p>{t('room-air.none')}</p> : null}
      {(climate?.rooms.length ?? 0) > 0 ? <Shared climate={climate} isReadOnly={!can('plan')} keep={keep} /> : null}
      {spaces.map((space) => {
        const room = climate?.rooms.find(({ spaceId }) => spaceId === space.id);
        return (
          <section key={space.id} aria-label={space.name} className="border-t border-rule pt-2">
            <h4 className="font-medium">{space.name}</h4>
            {room ? (
              <Room
                space={space}
                room={room}
                ahead={rooms.get(space.id)}
                isReadOnly={!can('plan')}
                keep={(next) => keepRoom(space.id, next)}
              />
            ) : (
              <div className="flex flex-wrap items-center gap-3">
                <p className="flex-1 text-soft">{t('room-air.not-reckoned')}</p>
                {can('plan') ? (
                  <Button
                    size="small"
                    className="max-[719px]:h-14"
                    onClick={() => keepRoom(space.id, { spaceId: space.id, airChangesPerH: USUAL_CHANGES_PER_H })}
                  >
                    {t('room-air.add')}
                  </Button>
                ) : null}
              </div>
            )}
          </section>
        );
      })}
      <p className="text-[13px] text-soft">{t('room-air.how')}</p>
    </section>
  );
}

function Shared({ climate, isReadOnly, keep }: { climate: Climate | undefined; isReadOnly: boolean; keep(next: Partial<Climate>): void }) {
  const { model } = useJob(parts('model'));
  const price = climate?.energyMinorPerKWh;
  return (
    <div className="grid grid-cols-2 gap-2.5 max-[719px]:grid-cols-1">
      <FigureField
        label={t('room-air.ground')}
        unit="°C"
        min={-5}
        max={30}
        isNeeded
        disabled={isReadOnly}
        value={climate?.groundC ?? ROOM_RULES.usualGroundC}
        keep={(groundC) => (groundC === undefined ? undefined : keep({ groundC }))}
      />
      <FigureField
        label={t('room-air.price')}
        unitText={`${model.job.currency}/kWh`}
        min={0}
        max={1000}
        disabled={isReadOnly}
        value={price === undefined ? undefined : price / CENTS}
        keep={(typed) => (typed === undefined ? undefined : keep({ energyMinorPerKWh: typed * CENTS }))}
      />
    </div>
  );
}

interface RoomProps {
  space: Space;
  room: RoomClimate;
  ahead: RoomAhead | undefined;
  isReadOnly: boolean;
  keep(room: RoomClimate | undefined): void;
}

function Room({ space, room, ahead, isReadOnly, keep }: RoomProps) {
  const { model } = useJob(parts('model'));
  const units = useUnits();
  const { heater, dryer, airM3, wetness, ...bare } = room;
  const own = airOf(model.faces.filter(({ spaceId, near }) => spaceId === space.id && near.kind === 'room'));
  const with_ = (part: Partial<RoomClimate>) => keep({ ...room, ...part });
  const field = { disabled: isReadOnly } as const;
  return (
    <div className="flex flex-col gap-2 pt-1">
      <div className="grid grid-cols-3 gap-2.5 max-[719px]:grid-cols-1">
        <FigureField
          {...field}
          label={t('room-air.air')}
          unit="m³"
          min={0.5}
          max={1_000_000}
          hint={own === undefined ? t('room-air.air-needed') : t('room-air.air-hint', { m3: formatQuantity(own, 'm³', units) })}
          value={airM3}
          keep={(value) => {
            const { airM3: _, ...others } = room;
            keep(value === undefined ? others : { ...others, airM3: value });
          }}
        />
        <FigureField
          {...field}
          label={t('room-air.changes')}
          unit="/h"
          min={0}
          max={50}
          isNeeded
          value={bare.airChangesPerH}
          keep={(value) => (value === undefined ? undefined : with_({ airChangesPerH: value }))}
        />
        <SelectField
          {...field}
          label={t('room-air.wetness')}
          value={wetness ?? ''}
          options={[
            { value: '', label: t('room-air.wet.unknown') },
            ...ROOM_WETNESS.map((each) => ({ value: each, label: t(`room-air.wet.${each}`) })),
          ]}
          onChange={({ target }) => {
            const { wetness: _, ...others } = room;
            keep(target.value === '' ? others : { ...others, wetness: target.value as NonNullable<typeof wetness> });
          }}
        />
        <FigureField
          {...field}
          label={t('room-air.heater')}
          unit="kW"
          min={0.1}
          max={1000}
          value={heater?.kW}
          keep={(kW) => {
            const { heater: _, ...others } = room;
            keep(kW === undefined ? others : { ...others, heater: { toC: heater?.toC ?? USUAL_HEAT_TO_C, kW } });
          }}
        />
        {heater ? (
          <FigureField
            {...field}
            label={t('room-air.heat-to')}
            unit="°C"
            min={0}
            max={40}
            isNeeded
            value={heater.toC}
            keep={(toC) => (toC === undefined ? undefined : with_({ heater: { ...heater, toC } }))}
          />
        ) : null}
        <FigureField
          {...field}
          label={t('room-air.dryer')}
          unit="L/day"
          min={1}
          max={5000}
          value={dryer?.lPerDay}
          keep={(lPerDay) => {
            const { dryer: _, ...others } = room;
            const kW = dryer?.kW ?? Math.round((lPerDay ?? 0) * KW_PER_L_DAY * 100) / 100;
            keep(
              lPerDay === undefined ? others : { ...others, dryer: { toPct: USUAL_DRY_TO_PCT, ...dryer, kW: Math.max(0.01, kW), lPerDay } },
            );
          }}
        />
        {dryer ? (
          <>
            <FigureField
              {...field}
              label={t('room-air.dry-to')}
              unit="%"
              min={20}
              max={95}
              isNeeded
              value={dryer.toPct}
              keep={(toPct) => (toPct === undefined ? undefined : with_({ dryer: { ...dryer, toPct } }))}
            />
            <FigureField
              {...field}
              label={t('room-air.dryer-power')}
              unit="kW"
              min={0.01}
              max={100}
              isNeeded
              value={dryer.kW}
              keep={(kW) => (kW === undefined ? undefined : with_({ dryer: { ...dryer, kW } }))}
            />
          </>
        ) : null}
      </div>
      {ahead ? <Reckoned room={space.name} ahead={ahead} /> : null}
      {isReadOnly ? null : (
        <Button size="small" look="quiet" className="self-start max-[719px]:h-14" onClick={() => keep(undefined)}>
          {t('room-air.forget', { room: space.name })}
        </Button>
      )}
    </div>
  );
}

/** Points of a chart: more than these nobody sees. */
const MOST_POINTS = 400;

function Reckoned({ room, ahead: { hours } }: { room: string; ahead: RoomAhead }) {
  const { model } = useJob(parts('model'));
  const units = useUnits();
  const { forecast, timeZone, climate, currency } = model.job;
  const { untilMs } = coverOf(forecast!);
  const told = hours.filter(({ isUsual }) => !isUsual);
  const sum = (name: 'heaterKWh' | 'dryerKWh') => told.reduce((total, hour) => total + hour[name], 0);
  const [heater, dryer] = [sum('heaterKWh'), sum('dryerKWh')];
  const price = climate?.energyMinorPerKWh;
  const kwh = (value: number) => `${formatNumber(value, 0)}\u202fkWh`;
  const coldest = (surfacesC: readonly number[]) => Math.min(...surfacesC);
  const step = Math.ceil(hours.length / MOST_POINTS);
  const shown = (celsius: number) => toSystem(celsius, '°C', units).value;
  const airs = told.map(({ airC }) => airC);
  return (
    <>
      <p>
        {t('room-air.coldest', {
          coldest: formatQuantity(Math.min(...told.map(({ surfacesC }) => coldest(surfacesC))), '°C', units),
          airMin: formatQuantity(Math.min(...airs), '°C', units),
          airMax: formatQuantity(Math.max(...airs), '°C', units),
          humid: `${formatNumber(Math.max(...told.map(({ humidityPct }) => humidityPct)), 0)}\u202f%`,
        })}
      </p>
      {heater + dryer > 0 ? (
        <p>
          {t('room-air.uses', {
            ...{ kwh: kwh(heater + dryer), heater: kwh(heater), dryer: kwh(dryer), until: dayAndTime(untilMs, timeZone) },
            cost: price === undefined ? '' : t('room-air.costs', { money: formatMoney((heater + dryer) * price, currency) }),
          })}
        </p>
      ) : null}
      <RoomChart
        title={t('room-air.chart', { room })}
        names={{ air: t('room-air.chart-air'), surface: t('room-air.chart-surface'), humidity: t('room-air.chart-humidity') }}
        unit={toSystem(0, '°C', units).unit}
        timeZone={timeZone}
        {...(hours.some(({ isUsual }) => isUsual) ? { end: { at: untilMs, label: t('room-air.chart-end') } } : {})}
        data={hours
          .filter((_, i) => i % step === 0)
          .map(({ atMs, airC, surfacesC, humidityPct }) => ({
            ...{ at: atMs, air: shown(airC), surface: shown(coldest(surfacesC)), humidity: Math.min(100, humidityPct) },
          }))}
      />
    </>
  );
}
