/** What the primitives say by themselves. English here; a page in another language says it in that one. */
export interface KitWords {
  show: string;
  hide: string;
  choose: string;
  yes: string;
  no: string;
  optional: (label: string) => string;
  unreachable: string;
  passwordHelp: string;
  passwordMayStay: string;
  passwordRules: string;
  met: string;
  notMet: string;
  /** Stands before and behind the power of ten. */
  guesses: readonly [string, string];
  tryAgainIn: (problem: string, seconds: number) => string;
  secondStep: {
    about: string;
    code: string;
    help: string;
    trust: (days: number) => string;
    passkey: string;
    text: (number: string) => string;
    texted: (number: string) => string;
  };
}

export const kit: KitWords = {
  show: 'Show',
  hide: 'Hide',
  choose: 'Choose…',
  yes: 'Yes',
  no: 'No',
  optional: (label) => `${label} (optional)`,
  unreachable: 'Kennel could not be reached. Nothing was lost; try again.',
  passwordHelp: 'Spaces and any script are welcome.',
  passwordMayStay: 'Leave it empty to keep the one you have.',
  passwordRules: 'Rules for the password',
  met: 'met',
  notMet: 'not met yet',
  guesses: ['about 10', 'guesses'],
  secondStep: {
    about: 'That was right. Now the second step.',
    code: 'Code',
    passkey: 'Use a passkey',
    text: (number) => `Text a code to ${number}`,
    texted: (number) => `A code is on its way to ${number}.`,
    help: 'The six digits that your authenticator app shows or we texted, or one of your recovery codes.',
    trust: (days) => `Do not ask on this device for ${days === 1 ? 'a day' : `${days} days`}`,
  },
  tryAgainIn: (problem, seconds) => `${problem}. Try again in ${span(seconds)}.`,
};

/** A length of time as people say it, rounded up so that trying then works. */
function span(seconds: number): string {
  if (seconds < 90) return seconds === 1 ? '1 second' : `${seconds} seconds`;
  const minutes = Math.ceil(seconds / 60);
  return minutes < 90 ? `${minutes} minutes` : `${Math.ceil(minutes / 60)} hours`;
}
