import type { Issue } from '@caulkhorn/core/issues';
import type { ReactNode } from 'react';
import { has, t, tOf } from '../messages/t';
import { placeInWords } from '../fields/field-words';
import { faultText } from '../shared/fault-text';
import { type ValueReader, scalarText, unitByName } from './value-text';

/** Rows and values shown before the rest is only counted; copying takes all. */
const MOST_ROWS = 60;
const MOST_VALUES = 16;

/** Any value of an answer: a figure, a list, a table of records, findings in words. */
export function ValueView({ value, unit, reader }: { value: unknown; unit: string; reader: ValueReader }): ReactNode {
  if (!Array.isArray(value)) return isRecord(value) ? pairs(value, unit, reader) : scalarText(value, unit, reader);
  if (value.length === 0) return t('none');
  if (value.every(isIssue)) return <Findings issues={value} />;
  if (value.every(isRecord)) return <RecordTable rows={value} reader={reader} />;
  if (value.some((each) => typeof each === 'object')) return null;
  const more = value.length - MOST_VALUES;
  const shown = value.slice(0, MOST_VALUES).map((each) => scalarText(each, unit, reader));
  return `${shown.join('; ')}${more > 0 ? ` … ${t('bench.more', { n: more })}` : ''}`;
}

function RecordTable({ rows, reader }: { rows: readonly Record<string, unknown>[]; reader: ValueReader }) {
  const columns = [...new Set(rows.flatMap((row) => Object.keys(row)))];
  const numeric = (column: string) => rows.every((row) => row[column] === undefined || typeof row[column] === 'number');
  return (
    <div className="max-w-full overflow-x-auto">
      <table className="w-full border-collapse text-left text-[13px]">
        <thead>
          <tr className="border-b border-rule-strong">
            {columns.map((column) => (
              <th key={column} className={`py-1 pr-3 font-semibold whitespace-nowrap last:pr-0 ${numeric(column) ? 'text-right' : ''}`}>
                {tOf(`field.${column}`)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, MOST_ROWS).map((row, i) => (
            <tr key={i} className="border-b border-rule align-baseline">
              {columns.map((column) => (
                <td key={column} className={`py-1 pr-3 last:pr-0 ${numeric(column) ? 'text-right whitespace-nowrap' : ''}`}>
                  {row[column] === undefined ? '' : <ValueView value={row[column]} unit={unitByName(column)} reader={reader} />}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length > MOST_ROWS ? <p className="text-[13px] text-soft">{t('bench.more', { n: rows.length - MOST_ROWS })}</p> : null}
    </div>
  );
}

/** A record in a line. With a unit it is a map: its names are people's own and no field's. */
function pairs(record: Record<string, unknown>, unit: string, reader: ValueReader): string {
  return Object.entries(record)
    .filter(([, value]) => value !== undefined)
    .map(([name, value]) => {
      const label = unit === '' && has(`field.${name}`) ? tOf(`field.${name}`) : name;
      return `${label} ${scalarText(value, unit || unitByName(name), reader)}`;
    })
    .join(', ');
}

function Findings({ issues }: { issues: readonly Issue[] }) {
  return (
    <ul>
      {issues.map((found, i) => (
        <li key={i}>
          {found.path ? <b className="font-medium">{placeInWords(found.path)}:</b> : null} {faultText(found)}
        </li>
      ))}
    </ul>
  );
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function isIssue(value: unknown): value is Issue {
  return isRecord(value) && typeof value['code'] === 'string' && typeof value['path'] === 'string';
}
