import type { ReactNode } from 'react';

/** A table of the dossier under its heads. */
export function DossierTable({ heads, children }: { heads: readonly string[]; children: ReactNode }) {
  return (
    <table className="w-full border-collapse text-[13px]">
      <thead>
        <tr>
          {heads.map((head) => (
            <th key={head} className="border-b border-rule-strong py-1 pr-2 text-left font-semibold">
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>{children}</tbody>
    </table>
  );
}
