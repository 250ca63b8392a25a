<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Factors;

use Illuminate\Contracts\Translation\Translator;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Foundation\DerivedKey;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\Core\Credentials\Challenges\Code;
use Kennel\Core\Credentials\Challenges\CodeRules;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Secret;
use Psr\Clock\ClockInterface;

/** Codes by text message: sent, not too often, and spent once. Called inside the act's transaction. */
final readonly class TextCodes
{
    /** In minutes: an out-of-band code is worth nothing after ten (NIST SP 800-63B-4, 3.1.3.2; from memory). */
    private const MINUTES = 10;

    /** In seconds, between two texts to one telephone: somebody pays for each. */
    private const APART = 60;

    /** The purpose of the key that codes are kept under. */
    private const KEPT_UNDER = 'text codes';

    public function __construct(private ClockInterface $clock, private Entropy $entropy, private CodeRules $rules, private Translator $words)
    {
    }

    /** @return list<Phone> those that count, the oldest first */
    public function phonesOf(string $accountId): array
    {
        return array_values(Phone::query()->confirmed()->where('account_id', $accountId)->orderBy('seq')->get()->all());
    }

    /**
     * Another code; the former one stops working.
     *
     * @throws Refusal when one was sent a moment ago
     */
    public function send(Phone $phone, Account $account): void
    {
        $now = $this->clock->now();
        $code = Code::draw($this->entropy, $this->rules);
        $isFirst = $phone->code_digest === null && $phone->confirmed_at === null;
        $sent = Phone::query()->whereKey($phone->seq)
            ->when(! $isFirst, fn ($phones) => $phones->where('texted_at', '<=', Moment::write($now->modify('-'.self::APART.' seconds'))))
            ->update([
                'code_digest' => $code->digest(DerivedKey::for(self::KEPT_UNDER), $phone->id), 'code_attempts' => 0, 'texted_at' => Moment::write($now),
                'code_expires_at' => Moment::write($now->modify('+'.min($this->rules->lifetime->seconds, self::MINUTES * 60).' seconds')),
            ]);
        if ($sent !== 1) {
            throw Refusal::heldBack('factor.text_too_soon', max(1, Moment::read($phone->texted_at)->getTimestamp() + self::APART - $now->getTimestamp()));
        }
        $text = $this->words->get('messages.text_code', ['code' => $code->inGroups(), 'name' => (string) config('kennel.sender.name')], $account->language);
        app(Messages::class)->queueTextCode($phone->number, is_string($text) ? $text : '', $account);
    }

    /** Counted before it is looked at, and used up in the same statement, so that many at once gain nothing. @return bool whether it was the code */
    public function spend(Phone $phone, Secret $typed): bool
    {
        $now = Moment::write($this->clock->now());
        $counted = Phone::query()->whereKey($phone->seq)->whereNotNull('code_digest')->where('code_expires_at', '>', $now)->where('code_attempts', '<', $this->rules->attempts)->increment('code_attempts');
        if ($counted !== 1) {
            return false;
        }
        $digest = Code::read($typed->reveal())->digest(DerivedKey::for(self::KEPT_UNDER), $phone->id);

        return Phone::query()->whereKey($phone->seq)->where('code_digest', $digest)->update(['code_digest' => null, 'code_expires_at' => null, 'used_at' => $now]) === 1;
    }
}
