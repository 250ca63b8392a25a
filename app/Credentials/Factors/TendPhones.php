<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Factors;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Credentials\Throttling\Brakes;
use Kennel\App\Credentials\Throttling\Whom;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Directory\Accounts\FactorRules;
use Kennel\Core\Directory\Fields\PhoneNumbers;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Secrets\Token;
use Psr\Clock\ClockInterface;

/** What holders do with telephones that codes are sent to. */
final readonly class TendPhones
{
    /** Of one account. */
    private const MOST = 2;

    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Accounts $accounts,
        private Factors $factors,
        private TextCodes $texts,
        private FactorRules $rules,
        private PhoneNumbers $numbers,
        private Brakes $brakes,
        private SettleFactor $settle,
    ) {
    }

    /**
     * Sends a first code; the telephone counts once it is typed. The same number again is another code.
     *
     * @throws Refusal where the rules do not offer it, for what is no number, when there are as many as there may be, and too soon after the last code
     */
    public function begin(SignedIn $holder, string $number): Phone
    {
        if (! $this->rules->texts) {
            throw Refusal::notAllowed('factor.texts_not_offered');
        }
        $number = $this->numbers->e164($number, '') ?? throw Refusal::invalid([new Reason('text.number', 'number')]);

        return $this->database->transaction(function () use ($holder, $number): Phone {
            $account = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();
            $there = Phone::query()->where('account_id', $account->id)->where('number', $number)->first();
            if ($there?->confirmed_at !== null || count($this->texts->phonesOf($account->id)) >= self::MOST) {
                throw Refusal::conflict($there?->confirmed_at === null ? 'factor.too_many' : 'factor.phone_there');
            }
            $last = Phone::query()->where('account_id', $account->id)->whereNull('confirmed_at')->first();
            if ($there === null && $last !== null) {
                // Another number in the place of one that was never confirmed: it waits for its turn as well, or numbers could be texted one after another.
                Phone::query()->whereKey($last->seq)->update(['number' => $number, 'created_at' => Moment::write($this->clock->now())]);
            }
            $there ??= $last;
            if ($there === null) {
                $now = Moment::write($this->clock->now());
                Phone::query()->insert(['id' => $id = (string) Str::uuid7(), 'account_id' => $account->id, 'number' => $number, 'texted_at' => $now, 'created_at' => $now]);
                $there = Phone::query()->where('id', $id)->firstOrFail();
            }
            $there->number = $number;
            $this->texts->send($there, $account);

            return $there;
        });
    }

    /**
     * @return array{sheet: list<string>|null, token: Token, until: \DateTimeImmutable|null} a sheet of recovery codes with the first factor, null with a further one; and the session's token from now on
     *
     * @throws Refusal for another code, while the brake is on, when it waited too long
     */
    public function confirm(SignedIn $holder, string $id, Secret $typed, string $source): array
    {
        $attempt = $this->brakes->enter(Whom::halfway($holder->accountId, $source));
        $confirmed = $this->database->transaction(function () use ($holder, $id, $typed): ?array {
            $phone = Phone::query()->awaited($this->clock->now())->where('account_id', $holder->accountId)->where('id', $id)->first() ?? throw Refusal::notFound();
            if (! $this->texts->spend($phone, $typed)) {
                return null;
            }
            $account = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();
            Phone::query()->whereKey($phone->seq)->update(['confirmed_at' => Moment::write($this->clock->now())]);

            return ($this->settle)($holder, $account, 'phone_added');
        });
        if ($confirmed === null) {
            // After the transaction, so that the attempt stays counted.
            throw Refusal::invalid([new Reason('factor.code_wrong', 'code')]);
        }
        $attempt->succeeded();

        return $confirmed;
    }

    /** @throws Refusal when there is none, and for the last factor of somebody who needs one */
    public function remove(SignedIn $holder, string $id): void
    {
        $this->database->transaction(function () use ($holder, $id): void {
            $account = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();
            $phone = Phone::query()->confirmed()->where('account_id', $account->id)->where('id', $id)->first() ?? throw Refusal::notFound();
            $this->factors->removeOne($account, static fn () => Phone::query()->whereKey($phone->seq)->delete());
            $this->factors->note($account, $holder->asHolder(), 'phone_removed');
        });
    }
}
