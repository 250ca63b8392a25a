<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Outgoing;

/** An address that Kennel does not call, or an answer that it does not read. The message says why, and holds nothing secret. */
final class OutgoingRefused extends \RuntimeException
{
}
