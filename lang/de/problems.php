<?php

declare(strict_types=1);

// As lang/en/problems.php, in German; what account pages never show is said in English.
return [
    'request' => [
        'invalid' => ['title' => 'Etwas in der Anfrage ist so nicht möglich', 'detail' => 'Jeder Grund nennt das Feld und die Regel.'],
        'not_found' => ['title' => 'Hier ist nichts', 'detail' => 'Die Adresse ist vielleicht falsch geschrieben, oder was sie nannte, gibt es nicht mehr.'],
        'too_large' => ['title' => 'Der Inhalt ist zu groß', 'detail' => 'Der Grund sagt, wie groß er sein darf.'],
        'throttled' => ['title' => 'Zu viele Anfragen', 'detail' => 'Warten Sie so lange, wie Retry-After in Sekunden sagt, und versuchen Sie es wieder.'],
    ],
    'update' => [
        'changed_meanwhile' => ['title' => 'Der Eintrag wurde inzwischen geändert', 'detail' => 'Lesen Sie ihn noch einmal und entscheiden Sie neu.'],
    ],
    'rules' => [
        'published_meanwhile' => ['title' => 'Die Regeln wurden inzwischen geändert', 'detail' => 'Währenddessen wurden neue Regeln veröffentlicht. Senden Sie es noch einmal.'],
        'not_whole' => ['title' => 'Die Regeln sind unvollständig', 'detail' => 'Was fehlt, steht im Protokoll des Dienstes.'],
    ],
    'picture' => [
        'refused' => ['title' => 'Das Bild wurde nicht angenommen', 'detail' => 'Der Grund steht dabei.'],
    ],
    'session' => [
        'required' => ['title' => 'Nicht angemeldet', 'detail' => 'Es gibt keine Sitzung, oder sie ist beendet.'],
        'limited' => ['title' => 'Für dieses Konto ist noch etwas zu tun', 'detail' => 'Die Gründe sagen, was.'],
    ],
    'permission' => [
        'missing' => ['title' => 'Nicht erlaubt', 'detail' => 'Keine der Rollen dieses Kontos erlaubt das.'],
    ],
    'signup' => [
        'refused' => ['title' => 'Das Konto wurde nicht erstellt', 'detail' => 'Jeder Grund nennt das Feld und die Regel.'],
    ],
    'code' => [
        'refused' => ['title' => 'Dieser Code hat nicht funktioniert', 'detail' => 'Geben Sie den neuesten ein, oder fordern Sie einen anderen an.'],
    ],
    'signin' => [
        'refused' => ['title' => 'Das hat nicht funktioniert', 'detail' => 'Adresse oder Passwort stimmen nicht, oder das Konto kann nicht benutzt werden.'],
        'held_back' => ['title' => 'Zu viele Versuche', 'detail' => 'Warten Sie so lange, wie Retry-After in Sekunden sagt. Ein vergessenes Passwort können Sie inzwischen neu setzen.'],
        'changed_meanwhile' => ['title' => 'Das Konto wurde gerade geändert', 'detail' => 'Versuchen Sie es gleich noch einmal.'],
        'way_not_offered' => ['title' => 'Hier nicht möglich', 'detail' => 'Bei dieser App kann man sich so nicht anmelden.'],
        'passkey_refused' => ['title' => 'Mit diesem Passkey ging es nicht', 'detail' => 'Versuchen Sie es noch einmal, oder melden Sie sich anders an.'],
        'ceiling' => ['title' => 'Zu viele falsche Passwörter', 'detail' => 'Warten hilft nicht. Setzen Sie per E-Mail ein neues Passwort, oder melden Sie sich auf einem Gerät an, das Sie schon benutzt haben.'],
        'code_refused' => ['title' => 'Dieser Code hat nicht funktioniert', 'detail' => 'Geben Sie den ein, der jetzt angezeigt wird, oder einen unbenutzten Ersatzcode.'],
        'step_over' => ['title' => 'Melden Sie sich von vorn an', 'detail' => 'Dieser Schritt ist abgelaufen, oder es wurde zu oft versucht.'],
    ],
    'factor' => [
        'needed' => ['title' => 'Dieser Faktor wird gebraucht', 'detail' => 'Von diesem Konto wird ein zweiter Faktor verlangt. Fügen Sie einen anderen hinzu, bevor Sie den letzten entfernen.'],
        'texts_not_offered' => ['title' => 'Codes per SMS werden nicht angeboten', 'detail' => 'Fügen Sie eine Authenticator-App oder einen Passkey hinzu.'],
        'phone_there' => ['title' => 'Diese Nummer ist schon da', 'detail' => 'Die Codes gehen an sie.'],
        'text_too_soon' => ['title' => 'Eben wurde ein Code gesendet', 'detail' => 'Es kann eine Minute dauern, bis er ankommt.'],
        'too_many' => ['title' => 'Mehr sind nicht möglich', 'detail' => 'Entfernen Sie eine App, die Sie nicht mehr benutzen.'],
    ],
    'provider' => [
        'unavailable' => ['title' => 'Der andere Dienst hat nicht geantwortet, wie er sollte', 'detail' => 'Versuchen Sie es später noch einmal, oder melden Sie sich anders an.'],
        'refused' => ['title' => 'Der andere Dienst hat Sie nicht angemeldet', 'detail' => 'Der Grund steht dabei.'],
        'no_way_in' => ['title' => 'An diesem Konto kann man sich nicht anmelden', 'detail' => 'Fragen Sie den Betreiber der App.'],
        'linked_elsewhere' => ['title' => 'Es ist mit einem anderen Konto verknüpft', 'detail' => 'Melden Sie sich damit an und trennen Sie es zuerst dort.'],
        'last_way' => ['title' => 'Das ist der letzte Weg hinein', 'detail' => 'Setzen Sie zuerst ein Passwort: „Vergessen?“ auf der Anmeldeseite sendet einen Link.'],
        'too_many' => ['title' => 'Mehr sind nicht möglich', 'detail' => 'Trennen Sie einen Dienst, den Sie nicht mehr benutzen.'],
    ],
    'challenge' => [
        'refused' => ['title' => 'Der Link kann nicht benutzt werden', 'detail' => 'Der Grund steht dabei.'],
    ],
    'invitation' => [
        'refused' => ['title' => 'Die Einladung lässt sich nicht annehmen', 'detail' => 'Der Grund steht dabei.'],
    ],
    'server' => [
        'error' => ['title' => 'Bei uns ist etwas fehlgeschlagen', 'detail' => 'Nichts wurde halb gespeichert. Versuchen Sie es noch einmal.'],
    ],
    'authorization' => [
        'over' => ['title' => 'Diese Anfrage ist vorbei', 'detail' => 'Gehen Sie zurück zur App und beginnen Sie dort von vorn.'],
    ],
];
