import { SignIn, type Person, type Settings } from './sign-in';

/*
 * Floodline: a small single-page app whose people, roles and sign-in are Kennel's. Everybody reads its notices; whoever has notices:publish publishes.
 * Begin to read at sign-in.ts.
 */
const at = <E extends HTMLElement>(id: string): E => document.getElementById(id) as E;

function say(text: string): void {
  at('said').textContent = text;
  at('said').hidden = text === '';
}

function button(words: string, act: () => void): HTMLButtonElement {
  const made = document.createElement('button');
  made.textContent = words;
  made.addEventListener('click', act);
  return made;
}

async function list(): Promise<void> {
  const notices = (await (await fetch('/api/notices')).json()) as { text: string; by: string; at: string }[];
  at('notices').replaceChildren(
    ...notices.map(({ text, by, at: when }) => {
      const row = document.createElement('li');
      const small = document.createElement('small');
      row.textContent = text;
      small.textContent = `${by}, ${when} UTC`;
      row.append(small);
      return row;
    }),
  );
  at('notices').hidden = notices.length === 0;
  at('none').hidden = notices.length > 0;
}

function show(signIn: SignIn, person: Person | null): void {
  const who = document.createElement('span');
  who.textContent =
    person === null ? '' : `${person.name}${person.roles.length > 0 ? ` (${person.roles.join(', ')})` : ''}`;
  at('who').replaceChildren(
    who,
    person === null ? button('Sign in', () => void signIn.begin()) : button('Sign out', () => signIn.leave()),
  );
  // What somebody may not do is not offered; the door behind it looks again.
  at('publish').hidden = person?.scope.includes('notices:publish') !== true;
  if (person !== null && at('publish').hidden)
    say('You may read, and publish nothing: that takes the role dispatcher.');
}

async function start(): Promise<void> {
  const settings = (await (await fetch('/settings.json')).json()) as Settings;
  const signIn = await SignIn.at(settings);
  let person: Person | null = null;
  try {
    person = await signIn.person();
  } catch (refused) {
    say(
      refused instanceof Error && 'error' in refused && refused.error === 'access_denied'
        ? 'You did not let Floodline in.'
        : `You are not signed in: ${String(refused)}`,
    );
  }
  show(signIn, person);
  at<HTMLFormElement>('publish').addEventListener('submit', (event) => {
    event.preventDefault();
    void publish(signIn, event.currentTarget as HTMLFormElement, person);
  });
  await list();
}

async function publish(signIn: SignIn, form: HTMLFormElement, person: Person | null): Promise<void> {
  const token = await signIn.token();
  if (token === null) {
    show(signIn, null);
    say('You were signed out.');
    return;
  }
  const answer = await fetch('/api/notices', {
    method: 'POST',
    headers: { Authorization: `Bearer ${token}`, 'Content-Type': 'application/json' },
    body: JSON.stringify({ text: new FormData(form).get('text'), by: person?.name }),
  });
  say(answer.ok ? 'Published.' : await answer.text());
  if (answer.ok) form.reset();
  await list();
}

void start();
