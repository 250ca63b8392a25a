<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Sessions;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

final readonly class SessionRules
{
    public function __construct(
        /** Without a request for this long, a session ends. */
        public Duration $idle,
        /** However busy, a session ends after this. */
        public Duration $absolute,
        /** The same two for "keep me signed in". */
        public Duration $keptIdle,
        public Duration $keptAbsolute,
        /** "Last seen" is written at most this often: a read should not be a write. */
        public Duration $seenEvery,
        /** How long a typed password counts for acts that hand out power. */
        public Duration $proofFor,
        /** Of one account; a further one ends the one that was used longest ago. 0 for as many as there are. */
        public int $atOnce = 0,
        /** @var array<string, NarrowerLimits> by role key: holders, of roles that include it as well */
        public array $roles = [],
        /** @var array<string, NarrowerLimits> by app key: whoever came by it */
        public array $apps = [],
    ) {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $rules = new self(
            $document->duration('idle', 'Ends without a request for this long'),
            $document->duration('absolute', 'Ends after this, however busy'),
            $document->duration('kept_idle', 'The same, when kept signed in: without a request'),
            $document->duration('kept_absolute', 'The same, when kept signed in: however busy'),
            $document->duration('seen_every', 'How often “last seen” is written'),
            $document->duration('proof_for', 'How long a typed password counts for acts that hand out power'),
            $document->integer('at_once', 0, 100, 'Sessions of one account at once; 0 for no limit'),
            NarrowerLimits::readAll($document, 'roles', 'Shorter limits for holders of these roles'),
            NarrowerLimits::readAll($document, 'apps', 'Shorter limits for whoever came by these apps'),
        );
        $document->nothingElse();
        foreach ([...array_values($rules->roles), ...array_values($rules->apps)] as $narrower) {
            if ($narrower->idle->seconds <= $rules->seenEvery->seconds) {
                throw new InvalidRuleBook('sessions.roles: an idle limit must be longer than sessions.seen_every, or busy sessions would end');
            }
        }
        if ($rules->seenEvery->seconds >= $rules->idle->seconds) {
            throw new InvalidRuleBook('sessions.seen_every: must be shorter than sessions.idle, or busy sessions would end');
        }

        return $rules;
    }

    /** Whether some have shorter limits than everybody. */
    public function areNarrowedForSome(): bool
    {
        return $this->roles !== [] || $this->apps !== [];
    }

    /**
     * The limits of one person: the shortest of all that are theirs, also of sessions that are kept.
     *
     * @param  list<string>  $roles  held, those included as well
     */
    public function narrowedFor(?string $app, array $roles): self
    {
        $theirs = array_values([
            ...array_intersect_key($this->roles, array_fill_keys($roles, true)),
            ...$app !== null && isset($this->apps[$app]) ? ["app {$app}" => $this->apps[$app]] : [],
        ]);
        if ($theirs === []) {
            return $this;
        }
        $shortest = static fn (Duration ...$all): Duration => array_reduce($all, static fn (?Duration $least, Duration $one): Duration => $least === null || $one->seconds < $least->seconds ? $one : $least) ?? $all[0];
        $idle = array_map(static fn (NarrowerLimits $one): Duration => $one->idle, $theirs);
        $absolute = array_map(static fn (NarrowerLimits $one): Duration => $one->absolute, $theirs);

        return new self(
            $shortest($this->idle, ...$idle), $shortest($this->absolute, ...$absolute), $shortest($this->keptIdle, ...$idle), $shortest($this->keptAbsolute, ...$absolute),
            $this->seenEvery, $this->proofFor, $this->atOnce, $this->roles, $this->apps,
        );
    }

    public function idleLimit(bool $kept): Duration
    {
        return $kept ? $this->keptIdle : $this->idle;
    }

    public function absoluteLimit(bool $kept): Duration
    {
        return $kept ? $this->keptAbsolute : $this->absolute;
    }
}
