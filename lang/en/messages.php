<?php

declare(strict_types=1);

// The wording that ships, by kind. Each part is a template of core/Messaging/Wording; the text is made of the HTML.
return [
    'whole_link' => 'The whole link, if the button does not work:',
    'kinds' => [
        'verify_address' => [
            'subject' => '{{ app }}: is this your address?',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>Somebody, we hope you, asked for an account on {{ app }} with this address. Open the page and press its button to say that it is yours.</p>
                <p><a href="{{ link }}">Confirm my address</a></p>
                <p>It works once, for {{ hours }} hours. If you asked for nothing, do nothing: no one can use the account without it.</p>
                HTML,
        ],
        'verify_by_code' => [
            'subject' => '{{ app }}: is this your address?',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>Somebody, we hope you, asked for an account on {{ app }} with this address. Type this code on the page to say that it is yours:</p>
                <p><code>{{ code }}</code></p>
                <p>It works once, for {{ minutes }} minutes. Give it to nobody. If you asked for nothing, do nothing: no one can use the account without it.</p>
                HTML,
        ],
        'verify_by_either' => [
            'subject' => '{{ app }}: is this your address?',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>Somebody, we hope you, asked for an account on {{ app }} with this address. Type this code on the page to say that it is yours:</p>
                <p><code>{{ code }}</code></p>
                <p>Or open the page here, and press its button.</p>
                <p><a href="{{ link }}">Confirm my address</a></p>
                <p>Either works once: the code for {{ minutes }} minutes, the link for {{ hours }} hours. If you asked for nothing, do nothing: no one can use the account without it.</p>
                HTML,
        ],
        'already_registered' => [
            'subject' => '{{ app }}: you already have an account',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>Somebody tried to create an account on {{ app }} with this address. You already have one, so nothing was changed. If it was you, sign in instead.</p>
                <p><a href="{{ link }}">Go to the sign-in page</a></p>
                <p>If it was not you, there is nothing to do. They were told nothing about you.</p>
                HTML,
        ],
        'reset_password' => [
            'subject' => '{{ app }}: a new password',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>Somebody, we hope you, asked to set a new password for your account on {{ app }}. Open the page to choose one.</p>
                <p><a href="{{ link }}">Choose a new password</a></p>
                <p>It works once, for {{ minutes }} minutes. If you asked for nothing, do nothing: your password stays as it is.</p>
                HTML,
        ],
        'password_changed' => [
            'subject' => '{{ app }}: your password was changed',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>The password of your account on {{ app }} was changed {{ how }}. If that was you, there is nothing to do. If it was not, set a new one at once.</p>
                <p><a href="{{ link }}">Set a new password</a></p>
                HTML,
        ],
        'temporary_password' => [
            'subject' => '{{ app }}: a temporary password',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>Somebody who looks after {{ app }} has given your account a temporary password:</p>
                <p><code>{{ password }}</code></p>
                <p>Sign in with it within {{ hours }} hours, and choose one of your own there. The former password has stopped working.</p>
                <p><a href="{{ link }}">Sign in</a></p>
                HTML,
        ],
        'account_made' => [
            'subject' => '{{ app }}: an account was made for you',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>Somebody who looks after {{ app }} has made an account for you, with this address. Choose your password within {{ hours }} hours; that also verifies your address.</p>
                <p><a href="{{ link }}">Choose your password</a></p>
                <p>If this means nothing to you, do nothing: without a password nobody can use it.</p>
                HTML,
        ],
        'new_sign_in' => [
            'subject' => '{{ app }}: a sign-in on another device',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>Somebody signed in to your account on {{ app }} with your password, on a device it was not used on before: {{ device }}, from {{ place }}, {{ when }}.</p>
                <p>If that was you, there is nothing to do. If it was not, set a new password at once: that signs everybody out.</p>
                <p><a href="{{ link }}">Set a new password</a></p>
                HTML,
        ],
        'change_address' => [
            'subject' => '{{ app }}: is this your new address?',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>You asked for this to become the address of your account on {{ app }}. Open the page and press its button to say that it is yours.</p>
                <p><a href="{{ link }}">Take this address</a></p>
                <p>It works once, for {{ hours }} hours. Until then your account has the address it has. If you asked for nothing, do nothing.</p>
                HTML,
        ],
        'address_changed' => [
            'subject' => '{{ app }}: the address of your account was changed',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>Whoever looks after {{ app }} has changed the address of your account from <strong>{{ before }}</strong> to <strong>{{ after }}</strong>.</p>
                <p>If you know of this, there is nothing to do. If not, write to them at once.</p>
                HTML,
        ],
        'own_address_changed' => [
            'subject' => '{{ app }}: the address of your account was changed',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>The address of your account on {{ app }} was changed from <strong>{{ before }}</strong> to <strong>{{ after }}</strong>.</p>
                <p>If this was you, there is nothing to do. If not, somebody knows your password.</p>
                {% if days %}<p>For {{ days }} days you can take the address back here. Everybody is signed out by it, and you choose a new password.</p>
                <p><a href="{{ link }}">Undo the change</a></p>{% else %}<p>In that case, write to whoever looks after {{ app }} at once.</p>{% endif %}
                HTML,
        ],
        'sign_in_by_mail' => [
            'subject' => '{{ app }}: your code and link to sign in',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>Type this code where you are signing in to {{ app }}, or open the page here:</p>
                <p><strong>{{ code }}</strong></p>
                <p><a href="{{ link }}">Sign in here</a></p>
                <p>It works once, for {{ minutes }} minutes. If you did not ask for it, do nothing, and tell the code to nobody.</p>
                HTML,
        ],
        'signins_refused' => [
            'subject' => '{{ app }}: somebody is trying passwords on your account',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>There were {{ failures }} attempts in a row to sign in to your account on {{ app }} that had the wrong password. None of them got in.</p>
                <p>If your password is long and used nowhere else, there is nothing to do. If it is short or used elsewhere, set a new one. On a device that you have signed in on before you get in as always.</p>
                <p><a href="{{ link }}">Set a new password</a></p>
                HTML,
        ],
        'access_ended' => [
            'subject' => '{{ app }}: {{ let_in }} was signed out of your account',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>A key by which {{ let_in }} reached your account was used twice. That happens when somebody has copied it, so we ended that access. Nothing else of your account was touched.</p>
                <p>Sign in to {{ let_in }} again to go on. If you use it on a device that others use as well, look there first.</p>
                <p><a href="{{ link }}">See where you are signed in</a></p>
                HTML,
        ],
        'factor_changed' => [
            'subject' => '{{ app }}: the second step of your sign-in',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>On your account on {{ app }} {{ what }}.</p>
                <p>If that was you, or you asked for it, there is nothing to do. If it was not, change your password at once and look at your account.</p>
                <p><a href="{{ link }}">See the second step</a></p>
                HTML,
        ],
        'factor_reset' => [
            'subject' => '{{ app }}: your second step will be removed',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>Somebody who looks after {{ app }} has asked for the second step of your sign-in to be removed. It goes on {{ when }}; then your password alone signs you in.</p>
                <p>If you have not lost it, stop this: sign in with the second step before then.</p>
                <p><a href="{{ link }}">Keep the second step</a></p>
                HTML,
        ],
        'account_suspended' => [
            'subject' => '{{ app }}: your account is suspended',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>Your account on {{ app }} is suspended. Until that is lifted nobody can sign in to it; nothing in it is lost.</p>
                <p>If you do not know why, write to whoever looks after {{ app }}.</p>
                HTML,
        ],
        'account_restored' => [
            'subject' => '{{ app }}: your account works again',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>Your account on {{ app }} is not suspended any more. You can sign in as before.</p>
                <p><a href="{{ link }}">Sign in</a></p>
                HTML,
        ],
        'account_closed' => [
            'subject' => '{{ app }}: your account is closed',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>Your account on {{ app }} is closed. Nobody can sign in to it any more.</p>
                <p>For {{ days }} days it can be reopened: write to whoever looks after {{ app }}. After that it is deleted with everything in it.</p>
                HTML,
        ],
        'account_reopened' => [
            'subject' => '{{ app }}: your account is open again',
            'html' => <<<'HTML'
                <p>Hello {{ name }},</p>
                <p>Your account on {{ app }} is open again, with everything that was in it. You can sign in as before.</p>
                <p><a href="{{ link }}">Sign in</a></p>
                HTML,
        ],
        'invitation' => [
            'subject' => '{% if name %}{{ name }}, join {{ app }}{% else %}Join {{ app }}{% endif %}',
            'sender_name' => '{{ inviter }} via {{ app }}',
            'html' => <<<'HTML'
                <p>Hello{% if name %} {{ name }}{% endif %},</p>
                <p>{{ inviter }} invites you to {{ app }}{% if roles %} as {{ roles }}{% endif %}.</p>
                {% if words %}<blockquote>{{ words }}</blockquote>{% endif %}
                <p><a href="{{ link }}">See the invitation</a></p>
                <p>Your username is <strong>{{ address }}</strong>. The invitation is open until {{ until }}. Not for you? Do nothing: without it there is no account.</p>
                HTML,
        ],
        'invitation_with_password' => [
            'subject' => '{% if name %}{{ name }}, join {{ app }}{% else %}Join {{ app }}{% endif %}',
            'sender_name' => '{{ inviter }} via {{ app }}',
            'html' => <<<'HTML'
                <p>Hello{% if name %} {{ name }}{% endif %},</p>
                <p>{{ inviter }} invites you to {{ app }}{% if roles %} as {{ roles }}{% endif %}.</p>
                {% if words %}<blockquote>{{ words }}</blockquote>{% endif %}
                <p>Sign in as <strong>{{ address }}</strong> with this temporary password, and choose one of your own there:</p>
                <p><code>{{ password }}</code></p>
                <p><a href="{{ link }}">Sign in</a></p>
                <p>Both work until {{ until }}. Not for you? Do nothing: without it there is no account.</p>
                HTML,
        ],
    ],
    'what' => [
        'added' => 'an authenticator app was added',
        'removed' => 'an authenticator app was removed',
        'passkey_added' => 'a passkey was added',
        'passkey_removed' => 'a passkey was removed',
        'provider_linked' => 'signing in by another service was linked',
        'provider_unlinked' => 'signing in by another service was unlinked',
        'phone_added' => 'a telephone for codes was added',
        'phone_removed' => 'a telephone for codes was removed',
        'codes_tried' => 'somebody gave the right password and then wrong codes, several times',
        'codes_renewed' => 'new recovery codes were made, and the former ones are worth nothing',
        'code_used' => 'a recovery code was used to sign in',
        'reset' => 'every second factor was removed, as an operator had asked',
    ],
    'how' => [
        'by_holder' => 'by somebody who knew the former one',
        'by_link' => 'by the link in a message to this address',
        'by_operator' => 'by an operator of the service',
    ],
    'text_code' => 'Your code for :name is :code. It works for ten minutes. Nobody will ever ask you for it.',
];
