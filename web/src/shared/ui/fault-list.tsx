import type { Issue } from '@caulkhorn/core/issues';
import { faultText } from '../fault-text';

const MOST = 50;

/** What is wrong with a file, each with its place in it. */
export function FaultList({ title, issues }: { title: string; issues: readonly Issue[] }) {
  return (
    <div role="alert" className="border-l-4 border-iron bg-iron-soft p-3">
      <p className="font-semibold">{title}</p>
      <ul className="mt-1 max-h-72 overflow-y-auto">
        {issues.slice(0, MOST).map((found, i) => (
          <li key={i} className="py-0.5">
            {found.path ? <code className="font-mono text-[13px]">{found.path}: </code> : null}
            {faultText(found)}
          </li>
        ))}
      </ul>
    </div>
  );
}
