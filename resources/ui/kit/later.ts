import { lazy, type ComponentType } from 'react';

/** A part of the interface that is fetched when it is shown for the first time. */
export function later<P extends object>(load: () => Promise<ComponentType<P>>) {
  return lazy(() => load().then((component) => ({ default: component })));
}
