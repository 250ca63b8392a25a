<?php

declare(strict_types=1);

// Wie lang/en/messages.php: die Texte, die Kennel mitbringt.
return [
    'whole_link' => 'Der ganze Link, falls der Knopf nicht geht:',
    'kinds' => [
        'verify_address' => [
            'subject' => '{{ app }}: Ist das Ihre Adresse?',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>jemand, hoffentlich Sie, hat mit dieser Adresse ein Konto bei {{ app }} angelegt. Öffnen Sie die Seite und bestätigen Sie dort, dass die Adresse Ihnen gehört.</p>
                <p><a href="{{ link }}">Adresse bestätigen</a></p>
                <p>Der Link gilt einmal und {{ hours }} Stunden lang. Wenn Sie nichts angefordert haben, müssen Sie nichts tun: Ohne ihn kann niemand das Konto benutzen.</p>
                HTML,
        ],
        'verify_by_code' => [
            'subject' => '{{ app }}: Ist das Ihre Adresse?',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>mit dieser Adresse wurde ein Konto bei {{ app }} angelegt, hoffentlich von Ihnen. Geben Sie auf der Seite diesen Code ein, um zu bestätigen, dass sie Ihnen gehört:</p>
                <p><code>{{ code }}</code></p>
                <p>Er gilt einmal und {{ minutes }} Minuten lang. Geben Sie ihn niemandem. Wenn Sie nichts angefordert haben, müssen Sie nichts tun: Ohne ihn kann niemand das Konto benutzen.</p>
                HTML,
        ],
        'verify_by_either' => [
            'subject' => '{{ app }}: Ist das Ihre Adresse?',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>mit dieser Adresse wurde ein Konto bei {{ app }} angelegt, hoffentlich von Ihnen. Geben Sie auf der Seite diesen Code ein, um zu bestätigen, dass sie Ihnen gehört:</p>
                <p><code>{{ code }}</code></p>
                <p>Oder öffnen Sie die Seite hier, und bestätigen Sie dort.</p>
                <p><a href="{{ link }}">Meine Adresse bestätigen</a></p>
                <p>Beides gilt einmal: der Code {{ minutes }} Minuten, der Link {{ hours }} Stunden lang. Wenn Sie nichts angefordert haben, müssen Sie nichts tun: Ohne ihn kann niemand das Konto benutzen.</p>
                HTML,
        ],
        'already_registered' => [
            'subject' => '{{ app }}: Sie haben schon ein Konto',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>jemand wollte mit dieser Adresse ein Konto bei {{ app }} anlegen. Sie haben schon eines; es wurde nichts geändert. Wenn Sie das waren, melden Sie sich einfach an.</p>
                <p><a href="{{ link }}">Zur Anmeldung</a></p>
                <p>Wenn Sie es nicht waren, müssen Sie nichts tun. Über Sie wurde nichts mitgeteilt.</p>
                HTML,
        ],
        'reset_password' => [
            'subject' => '{{ app }}: ein neues Passwort',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>jemand, hoffentlich Sie, möchte für Ihr Konto bei {{ app }} ein neues Passwort setzen. Öffnen Sie die Seite, um eines zu wählen.</p>
                <p><a href="{{ link }}">Neues Passwort wählen</a></p>
                <p>Der Link gilt einmal und {{ minutes }} Minuten lang. Wenn Sie nichts angefordert haben, müssen Sie nichts tun: Ihr Passwort bleibt, wie es ist.</p>
                HTML,
        ],
        'password_changed' => [
            'subject' => '{{ app }}: Ihr Passwort wurde geändert',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>das Passwort Ihres Kontos bei {{ app }} wurde {{ how }} geändert. Wenn Sie das waren, müssen Sie nichts tun. Wenn nicht, setzen Sie sofort ein neues.</p>
                <p><a href="{{ link }}">Neues Passwort setzen</a></p>
                HTML,
        ],
        'temporary_password' => [
            'subject' => '{{ app }}: ein vorläufiges Passwort',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>wer {{ app }} betreut, hat Ihrem Konto ein vorläufiges Passwort gegeben:</p>
                <p><code>{{ password }}</code></p>
                <p>Melden Sie sich innerhalb von {{ hours }} Stunden damit an und wählen Sie dort ein eigenes. Das bisherige gilt nicht mehr.</p>
                <p><a href="{{ link }}">Anmelden</a></p>
                HTML,
        ],
        'account_made' => [
            'subject' => '{{ app }}: Für Sie wurde ein Konto angelegt',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>wer {{ app }} betreut, hat mit dieser Adresse ein Konto für Sie angelegt. Wählen Sie innerhalb von {{ hours }} Stunden ein Passwort; damit ist auch Ihre Adresse bestätigt.</p>
                <p><a href="{{ link }}">Passwort wählen</a></p>
                <p>Wenn Sie nichts damit anfangen können, müssen Sie nichts tun: Ohne Passwort kann niemand das Konto benutzen.</p>
                HTML,
        ],
        'new_sign_in' => [
            'subject' => '{{ app }}: Anmeldung auf einem anderen Gerät',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>jemand hat sich mit Ihrem Passwort bei Ihrem Konto bei {{ app }} angemeldet, auf einem Gerät, auf dem es bisher nicht benutzt wurde: {{ device }}, von {{ place }}, {{ when }}.</p>
                <p>Wenn Sie das waren, müssen Sie nichts tun. Wenn nicht, setzen Sie sofort ein neues Passwort: Damit werden alle abgemeldet.</p>
                <p><a href="{{ link }}">Neues Passwort setzen</a></p>
                HTML,
        ],
        'change_address' => [
            'subject' => '{{ app }}: Ist das Ihre neue Adresse?',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>Sie möchten, dass dies die Adresse Ihres Kontos bei {{ app }} wird. Öffnen Sie die Seite und bestätigen Sie dort, dass die Adresse Ihnen gehört.</p>
                <p><a href="{{ link }}">Diese Adresse übernehmen</a></p>
                <p>Der Link gilt einmal und {{ hours }} Stunden lang. Bis dahin behält Ihr Konto seine bisherige Adresse. Wenn Sie nichts angefordert haben, müssen Sie nichts tun.</p>
                HTML,
        ],
        'address_changed' => [
            'subject' => '{{ app }}: Die Adresse Ihres Kontos wurde geändert',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>wer {{ app }} betreut, hat die Adresse Ihres Kontos von <strong>{{ before }}</strong> auf <strong>{{ after }}</strong> geändert.</p>
                <p>Wenn Sie davon wissen, müssen Sie nichts tun. Wenn nicht, schreiben Sie sofort dorthin.</p>
                HTML,
        ],
        'own_address_changed' => [
            'subject' => '{{ app }}: Die Adresse Ihres Kontos wurde geändert',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>die Adresse Ihres Kontos bei {{ app }} wurde von <strong>{{ before }}</strong> auf <strong>{{ after }}</strong> geändert.</p>
                <p>Wenn Sie das waren, müssen Sie nichts tun. Wenn nicht, kennt jemand Ihr Passwort.</p>
                {% if days %}<p>{{ days }} Tage lang können Sie die Adresse hier zurückholen. Alle werden damit abgemeldet, und Sie wählen ein neues Passwort.</p>
                <p><a href="{{ link }}">Änderung rückgängig machen</a></p>{% else %}<p>Schreiben Sie dann sofort an alle, die {{ app }} betreuen.</p>{% endif %}
                HTML,
        ],
        'sign_in_by_mail' => [
            'subject' => '{{ app }}: Ihr Code und Link zum Anmelden',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>tippen Sie diesen Code dort ein, wo Sie sich bei {{ app }} anmelden, oder öffnen Sie die Seite hier:</p>
                <p><strong>{{ code }}</strong></p>
                <p><a href="{{ link }}">Hier anmelden</a></p>
                <p>Er gilt einmal, {{ minutes }} Minuten lang. Haben Sie nicht darum gebeten, tun Sie nichts, und sagen Sie den Code niemandem.</p>
                HTML,
        ],
        'signins_refused' => [
            'subject' => '{{ app }}: jemand probiert Passwörter an Ihrem Konto',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>{{ failures }} Mal hintereinander wurde versucht, sich mit einem falschen Passwort bei Ihrem Konto auf {{ app }} anzumelden. Niemand ist hineingekommen.</p>
                <p>Ist Ihr Passwort lang und nirgends sonst in Gebrauch, ist nichts zu tun. Sonst setzen Sie ein neues. Auf einem Gerät, auf dem Sie sich schon einmal angemeldet haben, kommen Sie hinein wie immer.</p>
                <p><a href="{{ link }}">Neues Passwort setzen</a></p>
                HTML,
        ],
        'access_ended' => [
            'subject' => '{{ app }}: {{ let_in }} wurde von Ihrem Konto abgemeldet',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>ein Schlüssel, mit dem {{ let_in }} auf Ihr Konto zugreift, wurde zweimal benutzt. Das kommt vor, wenn jemand ihn kopiert hat, darum haben wir diesen Zugang beendet. Sonst ist an Ihrem Konto nichts geschehen.</p>
                <p>Melden Sie sich bei {{ let_in }} neu an, um fortzufahren. Benutzen Sie es auf einem Gerät, das auch andere benutzen, sehen Sie dort zuerst nach.</p>
                <p><a href="{{ link }}">Sehen, wo Sie angemeldet sind</a></p>
                HTML,
        ],
        'factor_changed' => [
            'subject' => '{{ app }}: der zweite Schritt Ihrer Anmeldung',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>bei Ihrem Konto auf {{ app }} {{ what }}.</p>
                <p>Waren Sie das, oder haben Sie darum gebeten, ist nichts zu tun. Wenn nicht, ändern Sie sofort Ihr Passwort und sehen Sie Ihr Konto durch.</p>
                <p><a href="{{ link }}">Zweiten Schritt ansehen</a></p>
                HTML,
        ],
        'factor_reset' => [
            'subject' => '{{ app }}: Ihr zweiter Schritt wird entfernt',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>jemand, der {{ app }} betreut, hat darum gebeten, den zweiten Schritt Ihrer Anmeldung zu entfernen. Das geschieht am {{ when }}; danach genügt Ihr Passwort.</p>
                <p>Haben Sie ihn nicht verloren, dann halten Sie das auf: Melden Sie sich vorher mit dem zweiten Schritt an.</p>
                <p><a href="{{ link }}">Zweiten Schritt behalten</a></p>
                HTML,
        ],
        'account_suspended' => [
            'subject' => '{{ app }}: Ihr Konto ist gesperrt',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>Ihr Konto bei {{ app }} ist gesperrt. Solange das so ist, kann sich niemand damit anmelden; was darin ist, bleibt.</p>
                <p>Wenn Sie den Grund nicht kennen, schreiben Sie an alle, die {{ app }} betreuen.</p>
                HTML,
        ],
        'account_restored' => [
            'subject' => '{{ app }}: Ihr Konto ist nicht mehr gesperrt',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>Ihr Konto bei {{ app }} ist nicht mehr gesperrt. Sie können sich anmelden wie zuvor.</p>
                <p><a href="{{ link }}">Anmelden</a></p>
                HTML,
        ],
        'account_closed' => [
            'subject' => '{{ app }}: Ihr Konto ist geschlossen',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>Ihr Konto bei {{ app }} ist geschlossen. Niemand kann sich mehr damit anmelden.</p>
                <p>{{ days }} Tage lang lässt es sich wieder öffnen: Schreiben Sie an alle, die {{ app }} betreuen. Danach wird es mit allem, was darin ist, gelöscht.</p>
                HTML,
        ],
        'account_reopened' => [
            'subject' => '{{ app }}: Ihr Konto ist wieder offen',
            'html' => <<<'HTML'
                <p>Guten Tag {{ name }},</p>
                <p>Ihr Konto bei {{ app }} ist wieder offen, mit allem, was darin war. Sie können sich anmelden wie zuvor.</p>
                <p><a href="{{ link }}">Anmelden</a></p>
                HTML,
        ],
        'invitation' => [
            'subject' => '{{ app }}: {% if name %}{{ name }}, {% endif %}Sie sind eingeladen',
            'sender_name' => '{{ inviter }} über {{ app }}',
            'html' => <<<'HTML'
                <p>Guten Tag{% if name %} {{ name }}{% endif %},</p>
                <p>{{ inviter }} lädt Sie zu {{ app }} ein{% if roles %}, als {{ roles }}{% endif %}.</p>
                {% if words %}<blockquote>{{ words }}</blockquote>{% endif %}
                <p><a href="{{ link }}">Zur Einladung</a></p>
                <p>Ihr Benutzername ist <strong>{{ address }}</strong>. Die Einladung gilt bis zum {{ until }}. Wenn sie nicht für Sie ist, müssen Sie nichts tun: Ohne sie entsteht kein Konto.</p>
                HTML,
        ],
        'invitation_with_password' => [
            'subject' => '{{ app }}: {% if name %}{{ name }}, {% endif %}Sie sind eingeladen',
            'sender_name' => '{{ inviter }} über {{ app }}',
            'html' => <<<'HTML'
                <p>Guten Tag{% if name %} {{ name }}{% endif %},</p>
                <p>{{ inviter }} lädt Sie zu {{ app }} ein{% if roles %}, als {{ roles }}{% endif %}.</p>
                {% if words %}<blockquote>{{ words }}</blockquote>{% endif %}
                <p>Melden Sie sich als <strong>{{ address }}</strong> mit diesem vorläufigen Passwort an, und wählen Sie dort ein eigenes:</p>
                <p><code>{{ password }}</code></p>
                <p><a href="{{ link }}">Anmelden</a></p>
                <p>Beides gilt bis zum {{ until }}. Wenn die Einladung nicht für Sie ist, müssen Sie nichts tun: Ohne sie entsteht kein Konto.</p>
                HTML,
        ],
    ],
    'what' => [
        'added' => 'wurde eine Authenticator-App hinzugefügt',
        'removed' => 'wurde eine Authenticator-App entfernt',
        'passkey_added' => 'wurde ein Passkey hinzugefügt',
        'passkey_removed' => 'wurde ein Passkey entfernt',
        'provider_linked' => 'wurde die Anmeldung über einen anderen Dienst verknüpft',
        'provider_unlinked' => 'wurde die Anmeldung über einen anderen Dienst getrennt',
        'phone_added' => 'wurde ein Telefon für Codes hinzugefügt',
        'phone_removed' => 'wurde ein Telefon für Codes entfernt',
        'codes_tried' => 'hat jemand das richtige Passwort und dann mehrmals falsche Codes eingegeben',
        'codes_renewed' => 'wurden neue Ersatzcodes erstellt; die bisherigen gelten nicht mehr',
        'code_used' => 'wurde ein Ersatzcode zum Anmelden benutzt',
        'reset' => 'wurden alle zweiten Faktoren entfernt, wie es erbeten war',
    ],
    'how' => [
        'by_holder' => 'von jemandem, der das bisherige kannte,',
        'by_link' => 'über einen Link aus einer E-Mail',
        'by_operator' => 'von einer Person, die den Dienst betreut,',
    ],
    'text_code' => 'Ihr Code für :name ist :code. Er gilt zehn Minuten. Niemand wird Sie je danach fragen.',
];
