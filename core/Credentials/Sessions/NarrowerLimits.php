<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Sessions;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** Limits for some people's sessions that are shorter than everybody's; longer ones change nothing. */
final readonly class NarrowerLimits
{
    public function __construct(public Duration $idle, public Duration $absolute)
    {
    }

    /**
     * @return array<string, self> by the key of a role or an app
     *
     * @throws InvalidRuleBook
     */
    public static function readAll(Document $document, string $of, string $about): array
    {
        return $document->keyed($of, ['key' => 'example', 'idle' => 'PT15M', 'absolute' => 'PT8H'], static function (Document $one): self {
            $one->text('key', 40, 'Whose', '^[a-z0-9-]{1,40}$');
            $limits = new self(
                $one->duration('idle', 'Ends without a request for this long'),
                $one->duration('absolute', 'Ends after this, however busy'),
            );
            $one->nothingElse();

            return $limits;
        }, $about);
    }
}
