import {
  browserSupportsWebAuthn,
  browserSupportsWebAuthnAutofill,
  startAuthentication,
  startRegistration,
} from '@simplewebauthn/browser';

type Options = Record<string, unknown>;

/** Whether this browser knows passkeys at all. */
export const knowsPasskeys = browserSupportsWebAuthn;

/** Whether it can offer them in the list that a box fills itself from. */
export const offersPasskeysInBoxes = browserSupportsWebAuthnAutofill;

/** Has an authenticator make a key. @returns null when its holder does not want to, or takes too long */
export async function makePasskey(options: Options): Promise<Options | null> {
  return unlessCancelled(startRegistration({ optionsJSON: options as never }));
}

/**
 * Has an authenticator sign with a key.
 *
 * @param offered in the list that a box fills itself from, in the place of a dialog
 * @returns null when its holder does not want to, or takes too long
 */
export async function signWithPasskey(options: Options, offered = false): Promise<Options | null> {
  return unlessCancelled(startAuthentication({ optionsJSON: options as never, useBrowserAutofill: offered }));
}

async function unlessCancelled(answer: Promise<unknown>): Promise<Options | null> {
  try {
    return (await answer) as Options;
  } catch {
    // The browser says why to its user; to us it says only that there is no answer.
    return null;
  }
}
