import { kit } from '../../kit/words';
import { en, type Catalogue } from './en';

/** The words of this page: English until another language is taken, which happens before anything is shown. */
export let w: Catalogue = en;

/** The languages there are, each by its own name. */
export const LANGUAGES = { en: 'English', de: 'Deutsch' } as const;
export type Language = keyof typeof LANGUAGES;

/** The language the server has chosen for the page. */
export function language(): Language {
  return document.documentElement.lang === 'de' ? 'de' : 'en';
}

/** Takes the words of the page's language; those of the others are never fetched. */
export async function takeWords(): Promise<void> {
  if (language() === 'de') w = (await import('./de')).de;
  Object.assign(kit, w.kit);
}

/** A moment, as people write it. */
export function longMoment(at: string): string {
  return new Intl.DateTimeFormat(w.locale, { dateStyle: 'long', timeStyle: 'short' }).format(new Date(at));
}

/** A day, as people write it. */
export function longDate(day: string): string {
  return new Intl.DateTimeFormat(w.locale, { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' }).format(
    new Date(day),
  );
}
