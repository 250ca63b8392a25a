<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Invitations;

use Kennel\Core\Registration\Invitations\RowVerdict;

/** What sending a list came to. */
final readonly class SentList
{
    /**
     * @param  list<RowVerdict>  $verdicts  in the order of the rows
     * @param  string|null  $batchId  of the invitations that were sent together; null when none was
     */
    public function __construct(public array $verdicts, public ?string $batchId, public int $sent, public int $given)
    {
    }
}
