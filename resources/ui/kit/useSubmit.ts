import { useRef, useState, type FormEvent } from 'react';
import { ApiError } from '../api/client';

/**
 * One submission at a time: pressed again while one is under way, it is the same press. Whatever goes wrong is told as an ApiError, and the
 * button works again.
 *
 * @param act resolves with 'leaves' when the page is being left: then nothing can be pressed any more
 */
export function useSubmit(act: () => Promise<unknown>, onError: (error: ApiError) => void) {
  const [busy, setBusy] = useState(false);
  const isUnderWay = useRef(false);
  const release = () => {
    isUnderWay.current = false;
    setBusy(false);
  };
  return {
    busy,
    submit: (event?: FormEvent) => {
      event?.preventDefault();
      // A dialog stands in the tree of what opened it: a form there would hear of this one.
      event?.stopPropagation();
      if (isUnderWay.current) return;
      isUnderWay.current = true;
      setBusy(true);
      act().then(
        (done) => (done === 'leaves' ? undefined : release()),
        (caught: unknown) => {
          release();
          onError(ApiError.of(caught));
        },
      );
    },
  };
}
