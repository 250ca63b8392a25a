import { Suspense } from 'react';
import { later } from './later';
import { Loading } from './QueryState';

const Comparing = later(() => import('./editor/Comparing').then((module) => module.Comparing));

/** Two documents, line by line: what went and what came, each by its sign and its colour. */
export function Diff({ label, before, after }: { label: string; before: unknown; after: unknown }) {
  return (
    <div className="h-96 overflow-hidden rounded-control border border-line">
      <Suspense fallback={<Loading what="the comparison" />}>
        <Comparing label={label} before={inLines(before)} after={inLines(after)} />
      </Suspense>
    </div>
  );
}

const inLines = (document: unknown): string => JSON.stringify(document, null, 2);
