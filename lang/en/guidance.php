<?php

declare(strict_types=1);

// By clause: whose it is and which section, what it asks, how ours stands, why it matters. All of it from memory.
return [
    'nist_4' => [
        'length' => ['source' => 'NIST SP 800-63B-4, 3.1.1.2', 'asks' => 'A password that is the only factor has at least 15 characters.', 'ours' => 'At least :set.', 'why' => 'Length is what makes guessing expensive. With a second factor 8 are enough.'],
        'longest' => ['source' => 'NIST SP 800-63B-4, 3.1.1.2', 'asks' => 'At least 64 characters are allowed.', 'ours' => 'Up to :set.', 'why' => 'A passphrase, or what a password manager makes, must fit.'],
        'characters' => ['source' => 'NIST SP 800-63B-4, 3.1.1.2', 'asks' => 'Spaces and Unicode are accepted, each code point counts as one character, and the text is normalised.', 'ours' => 'So it is: prepared by RFC 8265, counted in code points.', 'why' => 'The same password typed on another keyboard has to be the same password.'],
        'composition' => ['source' => 'NIST SP 800-63B-4, 3.1.1.2', 'asks' => 'No rules about kinds of characters.', 'ours' => 'There are none.', 'why' => 'They lead to “Password1!”, which attackers try early.'],
        'composition_asked' => ['source' => 'NIST SP 800-63B-4, 3.1.1.2', 'asks' => 'No rules about kinds of characters.', 'ours' => 'Required: :kinds.', 'why' => 'They lead to “Password1!”, which attackers try early.'],
        'periodic' => ['source' => 'NIST SP 800-63B-4, 3.1.1.2', 'asks' => 'No change at set times, only after a compromise.', 'ours' => 'None is required.', 'why' => 'People who must change often choose what is easy to change.'],
        'blocklist' => ['source' => 'NIST SP 800-63B-4, 3.1.1.2', 'asks' => 'The whole password is compared with a list of common and expected passwords.', 'ours' => 'With the list that ships, the account’s address and name, and the app’s name; simple disguises are seen through.', 'why' => 'What is on everybody’s list is tried first.'],
        'manager' => ['source' => 'NIST SP 800-63B-4, 3.1.1.2', 'asks' => 'Pasting and password managers work; the password can be shown while it is typed.', 'ours' => 'They work (tested), and it can.', 'why' => 'People who can paste use longer ones.'],
        'storage' => ['source' => 'NIST SP 800-63B-4, 3.1.1.2', 'asks' => 'Stored salted (32 bits or more) under a password hashing scheme, memory-hard where possible.', 'ours' => 'Argon2id with a salt of :salt bits.', 'why' => 'A stolen table has to be attacked row by row, on memory that costs.'],
        'storage_bcrypt' => ['source' => 'NIST SP 800-63B-4, 3.1.1.2', 'asks' => 'Stored salted (32 bits or more) under a password hashing scheme, memory-hard where possible.', 'ours' => 'bcrypt, which is salted but needs next to no memory.', 'why' => 'A graphics card tries thousands of bcrypt hashes side by side; memory is what it has not enough of.'],
        'pepper' => ['source' => 'NIST SP 800-63B-4, 3.1.1.2', 'asks' => 'Where possible, a further keyed step with a secret that is stored apart from the hashes.', 'ours' => 'No pepper is set.', 'why' => 'Anyone who steals the database alone then has nothing to guess against. It is advice, not a requirement; choose a key under Hashing.'],
        'pepper_used' => ['source' => 'NIST SP 800-63B-4, 3.1.1.2', 'asks' => 'Where possible, a further keyed step with a secret that is stored apart from the hashes.', 'ours' => 'HMAC-SHA-256 with the key “:key”.', 'why' => 'Anyone who steals the database alone has nothing to guess against.'],
        'failures_held' => ['source' => 'NIST SP 800-63B-4, 3.2.2', 'asks' => 'At most 100 consecutive failures on one account.', 'ours' => 'At most :set.', 'why' => 'Without one, an attacker at sign-in has all the time there is.'],
        'failures' => ['source' => 'NIST SP 800-63B-4, 3.2.2', 'asks' => 'At most 100 consecutive failures on one account.', 'ours' => 'The limit is :set; 0 is none. It is set under Sign-in, Brakes.', 'why' => 'Without one, an attacker at sign-in has all the time there is.'],
    ],
    'signin_nist' => [
        'two_factors' => ['source' => 'NIST SP 800-63B-4, 2.2', 'asks' => 'Two factors for whoever may do harm (assurance level 2).', 'ours' => 'They are demanded, by role or app.', 'why' => 'A password that leaked elsewhere then opens nothing here.'],
        'two_factors_offered' => ['source' => 'NIST SP 800-63B-4, 2.2', 'asks' => 'Two factors for whoever may do harm (assurance level 2).', 'ours' => 'They are offered, and demanded of nobody. Begin with the roles that run this service.', 'why' => 'A password that leaked elsewhere then opens nothing here.'],
        'phishing' => ['source' => 'NIST SP 800-63B-4, 2.2.2', 'asks' => 'A way that cannot be phished is offered.', 'ours' => 'Passkeys are.', 'why' => 'A passkey answers to the right address alone; a code can be typed into the wrong page.'],
        'phishing_not' => ['source' => 'NIST SP 800-63B-4, 2.2.2', 'asks' => 'A way that cannot be phished is offered.', 'ours' => 'No app offers passkeys to begin with; as a second factor holders can add one.', 'why' => 'A passkey answers to the right address alone; a code can be typed into the wrong page.'],
        'codes_once' => ['source' => 'NIST SP 800-63B-4, 3.1.4.2', 'asks' => 'A one-time code is taken once.', 'ours' => 'So it is, and none from before it.', 'why' => 'Whoever looked over a shoulder comes too late.'],
        'recovery' => ['source' => 'NIST SP 800-63B-4, 4.2.1', 'asks' => 'A saved recovery code has at least 64 random bits, and is stored hashed.', 'ours' => ':bits bits each, hashed under a key that is not in the database.', 'why' => 'It stands in for a factor, so it must not be guessed.'],
        'failures' => ['source' => 'NIST SP 800-63B-4, 3.2.2', 'asks' => 'At most 100 consecutive failures on one account.', 'ours' => 'At most :set; a device that is known has a count of its own.', 'why' => 'Without one, an attacker at sign-in has all the time there is.'],
        'failures_none' => ['source' => 'NIST SP 800-63B-4, 3.2.2', 'asks' => 'At most 100 consecutive failures on one account.', 'ours' => 'There is no limit: delays alone.', 'why' => 'Without one, an attacker at sign-in has all the time there is.'],
        'reauthenticate' => ['source' => 'NIST SP 800-63B-4, 2.2.3', 'asks' => 'Signed in anew after 24 hours at the most (assurance level 2).', 'ours' => 'After :hours hours.', 'why' => 'A session that was stolen ends by itself.'],
        'idle' => ['source' => 'NIST SP 800-63B-4, 2.2.3', 'asks' => 'Signed in anew after an hour without a request (assurance level 2).', 'ours' => 'After :hours hours.', 'why' => 'A screen that was left alone ends by itself.'],
        'kept' => ['source' => 'NIST SP 800-63B-4, 2.1.3', 'asks' => 'Signed in anew after 30 days at the most, whatever somebody wished (assurance level 1).', 'ours' => 'After :hours hours.', 'why' => 'A telephone that was sold or lost ends by itself.'],
        'texts' => ['source' => 'NIST SP 800-63B-4, 3.1.3.3', 'asks' => 'Codes over the telephone network are restricted: tell holders of the risk, offer another factor, plan to leave it.', 'ours' => 'Holders may add a telephone. Authenticator apps and passkeys stand beside it, and the page says that they are safer.', 'why' => 'A number can be taken over at a shop counter, and texts be read on the way.'],
        'texts_not' => ['source' => 'NIST SP 800-63B-4, 3.1.3.3', 'asks' => 'Codes over the telephone network are restricted: tell holders of the risk, offer another factor, plan to leave it.', 'ours' => 'No telephone can be added.', 'why' => 'A number can be taken over at a shop counter, and texts be read on the way.'],
        'mail' => ['source' => 'NIST SP 800-63B-4, 3.1.3.1', 'asks' => 'E-mail is no channel for a factor.', 'ours' => 'An app offers mailed links or codes to begin with.', 'why' => 'Whoever reads the mailbox is in. Where they may also reset the password, that is so already; a second factor closes it.'],
        'mail_not' => ['source' => 'NIST SP 800-63B-4, 3.1.3.1', 'asks' => 'E-mail is no channel for a factor.', 'ours' => 'No app offers it.', 'why' => 'Whoever reads the mailbox would be in.'],
    ],
    'signin_asvs' => [
        'stuffing' => ['source' => 'OWASP ASVS 5.0, 6.3.1', 'asks' => 'Guessing and trying leaked passwords is held back.', 'ours' => 'At most :guesses guesses an hour on one account.', 'why' => 'Most accounts are lost to passwords that leaked elsewhere.'],
        'stuffing_open' => ['source' => 'OWASP ASVS 5.0, 6.3.1', 'asks' => 'Guessing and trying leaked passwords is held back.', 'ours' => 'More than a hundred guesses an hour on one account. See Brakes.', 'why' => 'Most accounts are lost to passwords that leaked elsewhere.'],
        'tell' => ['source' => 'OWASP ASVS 5.0, 6.3.5', 'asks' => 'Holders are told of suspicious attempts.', 'ours' => 'After :set failures in a row; 0 is never.', 'why' => 'They know best whether it was they.'],
        'renewed' => ['source' => 'OWASP ASVS 5.0, 7.2.4', 'asks' => 'A new session token at sign-in and when somebody proves themselves anew.', 'ours' => 'So it is.', 'why' => 'A token that was planted or seen before is worth nothing after.'],
        'ended' => ['source' => 'OWASP ASVS 5.0, 7.4', 'asks' => 'Signing out, suspending and a new password end sessions on the server.', 'ours' => 'At the next request.', 'why' => 'A copied cookie ends with them.'],
        'seen' => ['source' => 'OWASP ASVS 5.0, 7.5.2', 'asks' => 'Holders see their sessions and can end each.', 'ours' => 'On their account page.', 'why' => 'They notice what nobody else would.'],
    ],
    'nist_2017' => [
        'length' => ['source' => 'NIST SP 800-63B (2017), 5.1.1.2', 'asks' => 'At least 8 characters.', 'ours' => 'At least :set.', 'why' => 'The earlier edition; many contracts still name it.'],
    ],
    'owasp' => [
        'bcrypt' => ['source' => 'OWASP Password Storage Cheat Sheet, bcrypt', 'asks' => 'A cost of at least 10, and no more than 72 bytes of password.', 'ours' => 'Cost :set; a longer password is refused, never cut.', 'why' => 'OWASP keeps bcrypt for older systems; Argon2id is its first choice.'],
        'argon2id' => ['source' => 'OWASP Password Storage Cheat Sheet, Argon2id', 'asks' => 'At least :asked KiB of memory where passes are :passes.', 'ours' => 'Memory :memory KiB, passes :passes, lanes :lanes.', 'why' => 'Below it, a graphics card can try too many guesses per second.'],
    ],
    'rfc_9106' => [
        'second' => ['source' => 'RFC 9106, section 4', 'asks' => 'Where memory is scarce: 64 MiB, 3 passes, 4 lanes.', 'ours' => 'Memory :memory KiB, passes :passes, lanes :lanes.', 'why' => 'The authors’ own recommendation. It costs about four times as much as OWASP’s.'],
    ],
    'pci_4' => [
        'length' => ['source' => 'PCI DSS 4.0, 8.3.6', 'asks' => 'At least 12 characters.', 'ours' => 'At least :set.', 'why' => 'Asked of services that handle cards.'],
        'letters_and_digits' => ['source' => 'PCI DSS 4.0, 8.3.6', 'asks' => 'Letters and digits, both.', 'ours' => 'Not required.', 'why' => 'NIST asks for the contrary. Only services that must satisfy this one need it.'],
        'letters_and_digits_asked' => ['source' => 'PCI DSS 4.0, 8.3.6', 'asks' => 'Letters and digits, both.', 'ours' => 'Both are required.', 'why' => 'NIST asks for the contrary. Only services that must satisfy this one need it.'],
        'history' => ['source' => 'PCI DSS 4.0, 8.3.7', 'asks' => 'Not the same as any of the last four passwords.', 'ours' => 'The last :set are refused.', 'why' => 'Where people are made to change, they go back and forth between two.'],
        'failures_held' => ['source' => 'PCI DSS 4.0, 8.3.4', 'asks' => 'Locked for 30 minutes after at most 10 failures.', 'ours' => 'After :set in a row, until the password is another.', 'why' => 'Without one, an attacker at sign-in has all the time there is.'],
        'failures' => ['source' => 'PCI DSS 4.0, 8.3.4', 'asks' => 'Locked for 30 minutes after at most 10 failures.', 'ours' => 'The limit is :set; 0 is none.', 'why' => 'Without one, an attacker at sign-in has all the time there is.'],
    ],
];
