<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Accounts;

/** Something the holder must do before full access. Computed from the account and the rules, never stored as a list. */
enum Duty: string
{
    case VerifyEmail = 'verify_email';
    case ChangePassword = 'change_password';
    case AddFactor = 'add_factor';
    case AcceptTerms = 'accept_terms';
    case CompleteFields = 'complete_fields';
}
