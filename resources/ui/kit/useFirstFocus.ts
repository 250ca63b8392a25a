import { useEffect, useId } from 'react';

/** @returns the id of a box that takes the focus when it appears, for a step whose one box is what comes next */
export function useFirstFocus(): string {
  const id = useId();
  useEffect(() => document.getElementById(id)?.focus(), [id]);
  return id;
}
