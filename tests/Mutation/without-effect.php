<?php

declare(strict_types=1);

// Changes that nobody can tell from the original: where (a part of the line is enough), what, and why.
return [
    ['file' => 'app/Directory/Fields/FieldValues.php', 'line' => '$values === []', 'before' => '$values === []', 'after' => 'false', 'why' => 'spares two statements that would change nothing'],
    ['file' => 'core/Directory/Apps/AppRules.php', 'line' => '\'subdomains\' => false', 'before' => 'false', 'after' => 'true', 'why' => 'an example that describes the form; whether subdomains are in it is said nowhere'],
    ['file' => 'core/SignIn/DecideSignin.php', 'line' => '! $matches && HashKind::of($against) !== HashKind::of($this->hasher->decoy())', 'before' => '! $matches && HashKind::of($against) !== HashKind::of($this->hasher->decoy())', 'after' => 'HashKind::of($against) !== HashKind::of($this->hasher->decoy())', 'why' => 'costs time and decides nothing'],
    ['file' => 'core/Directory/Accounts/AddressRules.php', 'line' => '$plus > $at', 'before' => '>', 'after' => '>=', 'why' => 'the plus and the at sign are never in one place'],
    ['file' => 'core/Directory/Accounts/PasswordOwed.php', 'line' => 'strength() >=', 'before' => '>=', 'after' => '>', 'why' => 'of two that are as strong it is the same one'],
    ['file' => 'core/Foundation/Documents/Duration.php', 'line' => 'array_pad', 'before' => '5', 'after' => '6', 'why' => 'one more zero behind those that are read'],
    ['file' => 'core/Credentials/Passwords/Calibration/Grid.php', 'line' => 'MOST_WORK', 'before' => '<=', 'after' => '<', 'why' => 'no point of the grid is exactly so much work'],
    ['file' => 'core/Credentials/Passwords/Guesses/Words.php', 'line' => 'array_fill', 'before' => '1', 'after' => '2', 'why' => 'one more text, which is always empty and never found'],
    ['file' => 'core/Credentials/Passwords/Schemes/Wrapped.php', 'line' => '$settings !== false && $scheme instanceof Wrappable', 'before' => '$settings !== false && $scheme instanceof Wrappable', 'after' => '$scheme instanceof Wrappable', 'why' => 'without settings there is no scheme; the type does not know'],
    ['file' => 'core/Registration/Signup/DecideSignup.php', 'line' => '$name === null || $email === null', 'before' => '$name === null || $email === null', 'after' => '$email === null', 'why' => 'a name that is none is among the reasons; the type does not know'],
    ['file' => 'app/Credentials/Passwords/SetPassword.php', 'line' => '$candidate instanceof Reason || $reasons !== []', 'before' => '$candidate instanceof Reason || $reasons !== []', 'after' => '$reasons !== []', 'why' => 'what can be no password is its own reason; the type does not know'],
    ['file' => 'app/Directory/Pictures/Redraw.php', 'line' => 'fclose($stream);', 'before' => 'fclose($stream);', 'after' => '', 'why' => 'closed anyhow when the method ends'],
    ['file' => 'core/Credentials/Passwords/Guesses/Words.php', 'line' => '$texts[0] === $texts[1] ? [$texts[0]]', 'before' => '0', 'after' => '1', 'why' => 'the two texts are the same there'],
    ['file' => 'app/Foundation/Paging/Cursor.php', 'line' => 'json_decode', 'before' => '2', 'after' => '3', 'why' => 'what is nested deeper is refused as no text or no number'],
    ['file' => 'app/Credentials/Throttling/Brakes.php', 'line' => '$delay > 0', 'before' => '>', 'after' => '>=', 'why' => 'a moment that is over when it is noted'],
    ['file' => 'core/Credentials/Passwords/Guesses/Words.php', 'line' => 'strlen($text) === $to - $from + 1', 'before' => '+', 'after' => '-', 'why' => 'only the quicker of two ways to reverse a text; with the other sign the slower is taken always'],
    ['file' => 'core/Credentials/Passwords/Guesses/Characters.php', 'line' => 'strlen($character) === 1', 'before' => 'strlen($character) === 1', 'after' => 'false', 'why' => 'spares work: what is ASCII has no accent'],
    ['file' => 'core/Credentials/Passwords/Calibration/Calibration.php', 'line' => '2 * ($target - $this->fit[0])', 'before' => '2', 'after' => '3', 'why' => 'where the search begins; beyond it nothing fits'],
    ['file' => 'core/Credentials/Passwords/Calibration/Calibration.php', 'line' => '$base < 0 || $slope <= 0', 'before' => '<', 'after' => '<=', 'why' => 'a line that begins at nothing is the proportion'],
    ['file' => 'app/Directory/Pictures/Redraw.php', 'line' => '$image === false || ! $isWhole', 'before' => '$image === false || ! $isWhole', 'after' => '! $isWhole', 'why' => 'what cannot be drawn has been warned of; the type does not know'],
    ['file' => 'app/Directory/Pictures/Redraw.php', 'line' => 'imagerotate($image, $degrees, 0)', 'before' => '0', 'after' => '1', 'why' => 'a quarter turn uncovers nothing that would be filled'],
    ['file' => 'app/Foundation/PrivateFile.php', 'line' => 'random_bytes(4)', 'before' => '4', 'after' => '5', 'why' => 'how long the name is that it has for a moment'],
    ['file' => 'core/Credentials/Passwords/Guesses/Dates.php', 'line' => '$characters->count() - 3', 'before' => '-', 'after' => '+', 'why' => 'from the last characters on nothing is as long as a date'],
    ['file' => 'core/Credentials/Passwords/Guesses/EstimateGuesses.php', 'line' => '$part->kind === PartKind::Unknown && $former', 'before' => '$part->kind === PartKind::Unknown && $former !== null && $former[\'part\']->kind === PartKind::Unknown', 'after' => 'false', 'why' => 'spares work: one unknown stretch costs less than the same in two'],
    ['file' => 'app/Credentials/Passwords/PasswordHistory.php', 'line' => '->limit(1)->value', 'before' => '1', 'after' => '2', 'why' => 'the value is that of the first'],
];
