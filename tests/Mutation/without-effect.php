<?php

declare(strict_types=1);

// Changes that nobody can tell from the original: file, text before, text after, and why.
return [
    ['app/Fields/FieldValues.php', '$values === []', 'false', 'spares two statements that would change nothing'],
    ['app/Passwords/SetPassword.php', "\$this->apps->find(\$app)?->name() ?? ''", '$this->apps->find($app)?->name()', 'no word and an empty one are the same to the policy; the type asks for one'],
    ['core/Apps/AppRules.php', 'false', 'true', 'an example that describes the form; whether subdomains are in it is said nowhere'],
    ['core/Signin/DecideSignin.php', '! $matches && HashKind::of($against) !== HashKind::of($this->hasher->decoy())', 'HashKind::of($against) !== HashKind::of($this->hasher->decoy())', 'costs time and decides nothing'],
];
