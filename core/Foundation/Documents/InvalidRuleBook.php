<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Documents;

/** A rule book that can't be read; the message names the path, e.g. "password.minimum: must be a whole number". */
final class InvalidRuleBook extends \DomainException
{
}
