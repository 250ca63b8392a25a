import { Suspense } from 'react';
import { later } from './later';
import { Loading } from './QueryState';

const Editing = later(() => import('./editor/Editing').then((module) => module.Editing));

/** A document as JSON, to be written: lines numbered, what is no JSON marked where it stops being some. Tab leaves it. */
export function JsonEditor({
  label,
  text,
  error,
  onType,
}: {
  label: string;
  /** What it begins with. */
  text: string;
  /** Why it cannot be taken, in words. */
  error?: string | undefined;
  onType: (text: string) => void;
}) {
  return (
    <div>
      <div
        className={`h-80 overflow-hidden rounded-control border ${error === undefined ? 'border-line-strong' : 'border-brick'}`}
      >
        <Suspense fallback={<Loading what="the editor" />}>
          <Editing label={label} text={text} onType={onType} />
        </Suspense>
      </div>
      <p role="status" className="mt-1 min-h-[17px] text-small wrap-anywhere text-brick">
        {error}
      </p>
    </div>
  );
}
