<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Mail;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** How many messages go out in a day (UTC), and of which kinds the last ones are. */
final readonly class AllowanceRules
{
    /**
     * @param  int  $aDay  0 for as many as there are; so are the next two
     * @param  int  $keptBack  per cent of the day that only messages get which somebody is waiting for
     */
    public function __construct(public int $aDay, public int $anAddress, public int $anApp, public int $keptBack)
    {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $rules = new self(
            $document->integer('a_day', 0, 10_000_000, 'At most so many messages a day; 0 for no limit'),
            $document->integer('an_address', 0, 1_000, 'At most so many a day to one address; 0 for no limit'),
            $document->integer('an_app', 0, 10_000_000, 'At most so many a day in the name of one app; 0 for no limit'),
            $document->integer('kept_back', 0, 100, 'Per cent of the day\'s messages that are kept for those somebody is waiting for'),
        );
        $document->nothingElse();

        return $rules;
    }

    public function isSet(): bool
    {
        return $this->aDay > 0 || $this->anAddress > 0 || $this->anApp > 0;
    }

    /** How many of the day's messages there are for one that nobody is waiting for. */
    public function forOthers(): int
    {
        return $this->aDay - intdiv($this->aDay * $this->keptBack + 99, 100);
    }
}
