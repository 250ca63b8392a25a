import type { Knocked } from '../../pages/rehearsal';
import type { State, Step } from './steps';

/** What the page is made to do for a step: what is typed into which box, and that its button is pressed. */
interface Act {
  /** Path of the page, with what a link carries. */
  path: string;
  fill: readonly (readonly [selector: string, value: string])[];
  /** The request that says what came of it. */
  door: RegExp;
}

const EMAIL = 'input[type="email"]';
const PASSWORD = 'input[autocomplete="current-password"]';
const NEW_PASSWORD = 'input[autocomplete="new-password"]';
const WRONG = 'not the password of anybody';
const PATIENCE = 15_000;

/** Where the person would be after a step that is not done on a page. */
const AFTER: Partial<Record<Step['kind'], string>> = {
  complete: 'profile',
  type_code: 'profile',
  type_recovery_code: 'profile',
  look_at_account: 'profile',
  add_app: 'factors',
  add_phone: 'factors',
  sign_out: 'signed-out',
};

export function pageOf(app: string, page: string): string {
  return `/a/${app}/${page}`;
}

export function pageAfter({ app }: State, kind: Step['kind']): string | null {
  const page = AFTER[kind];
  return page === undefined ? null : pageOf(app, page);
}

/** In its rehearsal: a page that is opened by this address asks nothing of the real world. */
export function framed(path: string, id: string): string {
  const [before = '', fragment] = path.split('#') as [string, string | undefined];
  return `${before}${before.includes('?') ? '&' : '?'}rehearsal=${id}${fragment === undefined ? '' : `#${fragment}`}`;
}

/** @returns null for what no page does by a few boxes and a button */
export function actOf(state: State, { kind, times = 1, source }: Step): Act | null {
  if (times > 1 || source !== undefined) return null;
  const { email, password, name } = state.person;
  const link = state.received.find((one) => one.link !== null)?.link ?? null;
  const signIn = (typed: string): Act => ({
    path: pageOf(state.app, 'sign-in'),
    fill: [
      [EMAIL, email],
      [PASSWORD, typed],
    ],
    door: /^POST \/sessions$/,
  });
  switch (kind) {
    case 'sign_in':
      return signIn(password);
    case 'wrong_password':
      return signIn(WRONG);
    case 'sign_up':
      return {
        path: pageOf(state.app, 'sign-up'),
        fill: [
          ['input[autocomplete="name"]', name],
          [EMAIL, email],
          [NEW_PASSWORD, password],
        ],
        door: /^POST \/signups$/,
      };
    case 'recover':
      return { path: pageOf(state.app, 'recover'), fill: [[EMAIL, email]], door: /^POST \/recoveries$/ };
    case 'press_link':
      return link === null
        ? null
        : {
            path: link,
            fill: [
              ['input[autocomplete="name"]', name],
              [PASSWORD, password],
              [NEW_PASSWORD, link.includes('/reset') ? `${password} 2` : password],
            ],
            door: /^POST \/(verifications|recoveries|signins\/mail|invitations)\/(consume|accept)$/,
          };
    default:
      return null;
  }
}

/** @returns resolves once the page has been answered, or cannot go on by itself */
export async function perform(frame: HTMLIFrameElement, { fill, door }: Act): Promise<void> {
  const answered = knocked(({ method, path, status }) => {
    const said = `${method} ${path}`;
    // A link that is refused when it is looked at has no button to press.
    return door.test(said) || (said.endsWith('/inspect') && status >= 400);
  });
  const button = await until(
    () => frame.contentDocument?.querySelector<HTMLButtonElement>('form button[type="submit"]') ?? null,
    answered,
  );
  if (button === null) return;
  const page = frame.contentDocument;
  if (page === null) return;
  for (const [selector, value] of fill) {
    // A new password is typed twice where the page asks for that.
    for (const box of page.querySelectorAll<HTMLInputElement>(selector)) type(box, value);
  }
  for (const box of page.querySelectorAll<HTMLInputElement>('form input[type="checkbox"]')) {
    // Terms have to be accepted; to be kept signed in nobody has to.
    if (!box.checked && box.id.includes('terms')) box.click();
  }
  // The verdict on what was typed comes a moment later, and with it the button's readiness.
  await until(() => (button.dataset['ready'] === 'false' ? null : button), answered);
  button.click();
  await answered;
}

/** As somebody types it: React hears of what the browser's own setter did. */
function type(box: HTMLInputElement, value: string): void {
  const view = box.ownerDocument.defaultView;
  if (view === null) return;
  const own = view as unknown as { HTMLInputElement: typeof HTMLInputElement; Event: typeof Event };
  Object.getOwnPropertyDescriptor(own.HTMLInputElement.prototype, 'value')?.set?.call(box, value);
  box.dispatchEvent(new own.Event('input', { bubbles: true }));
  box.dispatchEvent(new own.Event('focusout', { bubbles: true }));
}

function knocked(isIt: (said: Knocked) => boolean): Promise<'answered' | 'late'> {
  return new Promise((resolve) => {
    const end = (how: 'answered' | 'late') => {
      window.removeEventListener('message', listen);
      window.clearTimeout(patience);
      resolve(how);
    };
    const listen = (event: MessageEvent<Knocked>) => {
      if (event.origin === window.location.origin && event.data.kennel === 'knocked' && isIt(event.data))
        end('answered');
    };
    const patience = window.setTimeout(() => end('late'), PATIENCE);
    window.addEventListener('message', listen);
  });
}

/** Looks again and again, until it is there or the page has said all it will say. */
async function until<T>(look: () => T | null, over: Promise<unknown>): Promise<T | null> {
  let isOver = false;
  void over.then(() => (isOver = true));
  for (let tries = 0; tries < 100; tries++) {
    const found = look();
    if (found !== null) return found;
    if (isOver) return null;
    await new Promise((resolve) => window.setTimeout(resolve, 100));
  }
  return null;
}
