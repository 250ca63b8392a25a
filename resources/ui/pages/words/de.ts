import type { KitWords } from '../../kit/words';
import type { Catalogue } from './en';

const kit: KitWords = {
  show: 'Anzeigen',
  hide: 'Verbergen',
  choose: 'Bitte wählen …',
  yes: 'Ja',
  no: 'Nein',
  optional: (label) => `${label} (freiwillig)`,
  unreachable: 'Kennel ist nicht erreichbar. Nichts ging verloren; versuchen Sie es noch einmal.',
  passwordHelp: 'Leerzeichen und jede Schrift sind willkommen.',
  passwordMayStay: 'Lassen Sie das Feld leer, um Ihr Passwort zu behalten.',
  passwordRules: 'Regeln für das Passwort',
  met: 'erfüllt',
  notMet: 'noch nicht erfüllt',
  guesses: ['etwa 10', 'Versuche'],
  tryAgainIn: (problem, seconds) => `${problem}. Versuchen Sie es in ${span(seconds)} wieder.`,
};

function span(seconds: number): string {
  if (seconds < 90) return seconds === 1 ? '1 Sekunde' : `${seconds} Sekunden`;
  const minutes = Math.ceil(seconds / 60);
  return minutes < 90 ? `${minutes} Minuten` : `${Math.ceil(minutes / 60)} Stunden`;
}

export const de: Catalogue = {
  locale: 'de-DE',
  kit,
  noApp: {
    name: 'Keine solche App',
    title: 'Hier ist nichts',
    unknown: 'Keine App dieses Namens verwendet diese Seiten. Prüfen Sie die Adresse.',
    noPage: 'Diese Seite gibt es nicht.',
    wayOut: 'Zur Anmeldung',
  },
  broken: {
    title: 'Diese Seite lässt sich nicht anzeigen',
    detail: 'Es wurde nichts geändert.',
    reload: 'Seite neu laden',
  },
  loading: 'Wird geladen …',
  tryAgain: 'Noch einmal versuchen',
  mistakes: (count) => (count === 1 ? 'Bitte berichtigen Sie 1 Angabe' : `Bitte berichtigen Sie ${count} Angaben`),
  boxes: {
    fullName: 'Vor- und Nachname',
    name: 'Name',
    email: 'E-Mail-Adresse',
    password: 'Passwort',
    repeat: 'Passwort wiederholen',
    newPassword: 'Neues Passwort',
    current: 'Derzeitiges Passwort',
    yourPassword: 'Ihr Passwort',
    terms: 'Bedingungen',
    language: 'Sprache',
  },
  checks: {
    name: 'Geben Sie einen Namen ein.',
    current: 'Geben Sie Ihr derzeitiges Passwort ein.',
    again: 'Geben Sie das Passwort noch einmal ein.',
    unlike: 'Die beiden Passwörter sind verschieden.',
    same: '✓ stimmt überein',
    terms: 'Nehmen Sie die Bedingungen an, um fortzufahren.',
  },
  session: {
    missing: 'Sie sind nicht angemeldet',
    ended: 'Es gibt keine Sitzung, oder sie ist beendet.',
  },
  links: {
    signIn: 'Anmelden',
    toSignIn: 'Zur Anmeldung',
    backToSignIn: 'Zurück zur Anmeldung',
    profile: 'Zurück zu Ihrem Konto',
  },
  signUp: {
    title: 'Konto erstellen',
    submit: 'Konto erstellen',
    haveOne: 'Sie haben schon ein Konto?',
    acceptTerms: (date) => `Ich nehme die Bedingungen vom ${date} an`,
    readTerms: 'Bedingungen lesen',
    opensWindow: ' (öffnet ein neues Fenster)',
    trap: 'Hier nichts eintragen',
  },
  checkMail: {
    title: 'Sehen Sie in Ihr Postfach',
    sent: ['Wir haben eine Nachricht an ', ' geschickt. Öffnen Sie sie und folgen Sie dem Link, um fortzufahren.'],
    nothingYet: 'Nach einigen Minuten noch nichts? Sehen Sie im Spam-Ordner nach.',
    wrong: 'Adresse berichtigen',
    again: 'Nachricht noch einmal senden',
    onItsWay:
      'Wenn die Adresse noch nicht bestätigt ist, ist eine Nachricht unterwegs. Gesendet wird höchstens eine pro Minute.',
  },
  verify: {
    title: 'Ist das Ihre Adresse?',
    mine: 'Ja, meine Adresse bestätigen',
    notYou: 'Wenn Sie kein Konto wollten, schließen Sie diese Seite. Ohne den Knopf geschieht nichts.',
    otherBrowser:
      'Dies ist nicht der Browser, in dem das Konto erstellt wurde. Geben Sie das gewählte Passwort ein, damit wir wissen, dass Sie es waren.',
    confirm: 'Diese Adresse bestätigen',
    unknownPassword:
      'Sie haben kein Passwort gewählt oder kennen es nicht? Dann hat vielleicht jemand anderes Ihre Adresse angegeben. Sie können ein neues wählen; was damals eingegeben wurde, wird verworfen.',
    chooseNew: 'Neues Passwort wählen',
    wantNone: 'Wenn Sie kein Konto wollen, schließen Sie diese Seite. Es geschieht nichts.',
    afresh: 'Adresse bestätigen und Passwort setzen',
    doneTitle: 'Ihre Adresse ist bestätigt',
    done: ['', ' ist bestätigt. Sie können sich jetzt anmelden.'],
    refused: {
      used: 'Dieser Link wurde schon benutzt',
      expired: 'Dieser Link ist zu alt',
      superseded: 'Es gibt einen neueren Link',
      other: 'Dieser Link funktioniert nicht',
    },
    newMessageTo: 'Wohin die neue Nachricht gehen soll.',
  },
  recover: {
    title: 'Passwort vergessen?',
    about: 'Wir schicken einen Link an die Adresse Ihres Kontos. Damit wählen Sie ein neues Passwort.',
    submit: 'Link senden',
    sent: ['Wenn ', ' hier ein Konto hat, ist ein Link unterwegs. Er funktioniert einmal und nur für kurze Zeit.'],
    wrong: 'Andere Adresse verwenden',
  },
  reset: {
    badTitle: 'Dieser Link funktioniert nicht',
    another: 'Neuen Link anfordern',
    title: 'Neues Passwort wählen',
    nameHelp: 'Was vor der Bestätigung dieser Adresse eingegeben wurde, wird verworfen.',
    submit: 'Neues Passwort setzen',
    doneTitle: 'Ihr neues Passwort gilt',
    done: 'Sie sind überall abgemeldet, und ältere Links funktionieren nicht mehr.',
    signIn: 'Damit anmelden',
  },
  change: {
    title: 'Passwort ändern',
    endOthers: 'Überall sonst abmelden',
    submit: 'Passwort ändern',
    cancel: 'Abbrechen',
    doneTitle: 'Ihr Passwort ist geändert',
    done: 'Wir haben eine Nachricht darüber an Ihre Adresse geschickt.',
    othersEnded: ' Alle anderen Sitzungen sind beendet.',
    compromisedTitle: 'Ihr Passwort ist vielleicht bekannt geworden',
    compromised: [
      'Damit niemand anderes ein neues für Sie wählen kann, setzen Sie es über den Link, den wir an ',
      ' geschickt haben.',
    ],
    resend: 'Link noch einmal senden',
    resent: 'Ein weiterer ist unterwegs, wenn nicht eben erst einer gesendet wurde.',
  },
  edit: {
    title: 'Konto bearbeiten',
    submit: 'Änderungen speichern',
    saved: 'Gespeichert.',
    browserLanguage: 'Wie mein Browser',
    newer: (name) =>
      `Ihr Konto wurde inzwischen geändert; der Name ist jetzt „${name}“. Was Sie eingegeben haben, steht noch hier; speichern Sie noch einmal, um es zu behalten.`,
  },
  profile: {
    title: (name) => `Hallo, ${name}`,
    access: 'Zugang',
    full: 'Ihr Konto ist vollständig.',
    limited: 'Eingeschränkt, bis dies erledigt ist:',
    unverified: (app) =>
      `Bestätigen Sie Ihre Adresse über den Link, den wir geschickt haben; bis dahin bleibt das meiste von ${app} geschlossen.`,
    complete: 'Konto vervollständigen',
    details: 'Ihre Angaben',
    edit: 'Konto bearbeiten',
    password: 'Passwort ändern',
    close: 'Konto schließen',
    signOut: 'Abmelden',
  },
  details: {
    firstTitle: 'Bevor es losgeht',
    title: 'Ihre Angaben',
    first: (app) => `${app} braucht dies einmal. Bis dahin ist Ihr Konto eingeschränkt.`,
    termsInFull: 'Die vollständigen Bedingungen',
    none: 'Hier ist nichts auszufüllen.',
    saveAndGo: 'Speichern und fortfahren',
    save: 'Angaben speichern',
    rehearsed: 'Geprobt: Es wurde nichts gespeichert.',
    newer:
      'Ihr Konto wurde inzwischen geändert. Was Sie eingegeben haben, steht noch hier; speichern Sie noch einmal, um es zu behalten.',
  },
  picture: {
    drawn: 'Eine Zeichnung anstelle eines Bildes',
    kept: 'Ihr Bild, wie es gespeichert ist',
    help: 'Höchstens 5 MB. Verborgene Daten in der Datei werden entfernt.',
    remove: 'Bild entfernen',
  },
  signIn: {
    title: 'Anmelden',
    keep: 'Auf diesem Gerät angemeldet bleiben',
    submit: 'Anmelden',
    forgotten: 'Passwort vergessen?',
    newHere: 'Neu hier?',
    create: 'Konto erstellen',
  },
  close: {
    title: 'Konto schließen',
    means: (app) =>
      `Sie werden überall abgemeldet und können sich bei ${app} und allen Apps, die dieses Konto teilen, nicht mehr anmelden. Eine Zeit lang kann die Betreuung von ${app} das Konto wieder öffnen; danach wird es mit allem darin gelöscht.`,
    submit: 'Mein Konto schließen',
    cancel: 'Behalten',
    doneTitle: 'Ihr Konto ist geschlossen',
    done: (day, app) =>
      `Bis ${day} kann es wieder geöffnet werden: schreiben Sie der Betreuung von ${app}. Danach wird es gelöscht.`,
  },
  signedOut: {
    title: 'Sie sind abgemeldet',
    done: 'Die Sitzung ist hier und auf dem Server beendet.',
    still: 'Sie sind noch angemeldet',
    stillDetail: 'Die Sitzung ist nicht beendet. Melden Sie sich in Ihrem Konto ab.',
    again: 'Wieder anmelden',
  },
  terms: { title: (date) => `Bedingungen vom ${date}`, none: 'Es gibt keine Bedingungen.', close: 'Zurück' },
};
