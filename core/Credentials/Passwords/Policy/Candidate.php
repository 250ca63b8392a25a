<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Policy;

use Kennel\Core\Credentials\Passwords\Disguise;
use Kennel\Core\Credentials\Passwords\Guesses\Estimate;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Foundation\Text\Unicode;

/** A password somebody would set, with what the rules look at: computed when the first of them asks. */
final class Candidate
{
    /** Undoing disguises of a text nobody may set would be work for nothing. */
    private const LONGEST_DISGUISE = 1024;

    private ?string $folded = null;

    /** @var list<string>|null */
    private ?array $meant = null;

    private ?Estimate $estimate = null;

    /**
     * @param  list<string>  $words  of the account and the service, such as their names
     * @param  \Closure(string $password, list<string> $known): Estimate  $guesses
     */
    public function __construct(
        public readonly PreparedPassword $password,
        public readonly ?EmailAddress $address,
        public readonly array $words,
        private readonly \Closure $guesses,
    ) {
    }

    public function text(): string
    {
        return $this->password->secret->reveal();
    }

    public function folded(): string
    {
        return $this->folded ??= Unicode::fold($this->text());
    }

    /** @return list<string> what may be meant, with disguises taken off; the folded text among them */
    public function meant(): array
    {
        return $this->meant ??= $this->password->length > self::LONGEST_DISGUISE ? [$this->folded()] : array_values(array_unique([$this->folded(), ...Disguise::undo($this->text())]));
    }

    public function estimate(): Estimate
    {
        return $this->estimate ??= ($this->guesses)($this->text(), Known::words($this->address, $this->words));
    }
}
