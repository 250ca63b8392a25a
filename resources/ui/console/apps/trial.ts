/** What each thing that can go wrong is called, and what it shows. */
export const MISHAPS: Record<string, { label: string; why: string }> = {
  nothing: { label: 'Nothing', why: '' },
  redirect_uri: {
    label: 'The redirect URI has a “/” too many',
    why: 'Nobody is sent to an address that is not registered, letter by letter: the code would go to whoever is there. The person is told on a page of Kennel’s, and the app hears nothing.',
  },
  no_challenge: {
    label: 'The app sends no code challenge',
    why: 'Without a challenge (PKCE) whoever gets hold of the code could exchange it. The app is told at its redirect URI, and the person sees nothing.',
  },
  unknown_scope: {
    label: 'The app asks for a scope there is not',
    why: 'An app can ask for the standard scopes and for its own. One that is misspelt would be a permission nobody has.',
  },
  refused: {
    label: 'The person says no',
    why: 'The app gets access_denied and no code. It should offer to try again, and nothing else.',
  },
  other_verifier: {
    label: 'Somebody stole the code',
    why: 'A code is exchanged by whoever has the verifier that its challenge was made of. The thief has not, and the code is used up.',
  },
  code_twice: {
    label: 'The code is exchanged twice',
    why: 'Of two that show one code, one is a thief, and nobody can say which. So what the first exchange gave counts no more either.',
  },
  late_code: {
    label: 'The code is exchanged after a minute',
    why: 'A code is on its way for moments. What comes later may have lain in a log or a history.',
  },
  other_secret: {
    label: 'The app shows a wrong secret',
    why: 'The answer does not say whether the app or its secret was wrong. Too many of these from one place are held back.',
  },
  refresh_twice: {
    label: 'A refresh token is shown twice',
    why: 'Each is exchanged for the next one. The one before counts once more for 20 seconds, since an answer may be lost; later it means that two have it, and the whole family ends. The person and the trail are told.',
  },
  signed_out: {
    label: 'The person signs out meanwhile',
    why: 'Nothing is renewed for somebody who signed out, and whoever asks about the token hears that it counts no more. A signed one that nobody asks about is believed until it ends.',
  },
};

/** What each request is for. */
export const HOPS: Record<string, { title: string; about: string }> = {
  authorize: {
    title: 'The app sends the browser to Kennel',
    about:
      'What the app wants is kept for a while, and the browser goes on to a page of ours; or to one that says why not.',
  },
  next: {
    title: 'The page asks what comes next',
    about: 'Signing in, settling what is owed, agreeing, or straight back to the app.',
  },
  agree: { title: 'The person lets it in', about: 'It is remembered, and can be taken back under “Apps with access”.' },
  refuse: { title: 'The person says no', about: 'The app is told that, and nothing else.' },
  back: { title: 'The browser comes back to the app', about: 'The app compares state and iss with what it remembers.' },
  exchange: {
    title: 'The app exchanges the code for tokens',
    about: 'By itself, not through the browser: with the verifier, and with what shows who it is.',
  },
  exchange_again: { title: 'The code is shown once more', about: '' },
  device: {
    title: 'The device asks to be let in',
    about: 'It shows user_code, and keeps device_code to itself.',
  },
  poll: { title: 'The device asks whether it may', about: 'Every few seconds; oftener, and it is told to slow down.' },
  read_code: { title: 'The person types the code', about: 'And is told what would be let in before anything is.' },
  let_in: { title: 'The person answers', about: '' },
  poll_again: { title: 'The device asks again', about: '' },
  by_itself: { title: 'The app comes to a token by itself', about: 'There is no person: the token is about the app.' },
  userinfo: {
    title: 'The app asks whom the token is about',
    about: 'It is answered by what it asked for, of what the rules hand it.',
  },
  introspect: {
    title: 'An API asks whether the token counts',
    about: 'By what holds at this moment, not when it was made.',
  },
  renew: { title: 'The app renews its tokens', about: 'The refresh token is another one each time.' },
  renew_again: { title: 'The former refresh token is shown again', about: '' },
  renew_newest: { title: 'The newest refresh token is shown', about: '' },
  sign_out: { title: 'The person signs out', about: '' },
  revoke: {
    title: 'The app gives the token back',
    about: 'It counts no more; of a refresh token the whole family ends.',
  },
  introspect_again: { title: 'An API asks again', about: '' },
};
