<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\SigningKeys;

use Firebase\JWT\JWT;
use Illuminate\Contracts\Encryption\Encrypter;
use Kennel\App\Foundation\Database\ImmediateSqliteConnection;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Memory\SharedMemory;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\Clients;
use Kennel\Core\OAuth\Clients\LongestLifetime;
use Kennel\Core\OAuth\SigningKeys\Jws;
use Kennel\Core\OAuth\SigningKeys\KeyRules;
use Kennel\Core\OAuth\SigningKeys\KeySchedule;
use Kennel\Core\OAuth\SigningKeys\KeyTimes;
use Kennel\Core\OAuth\SigningKeys\PublicKeys;
use Kennel\Core\OAuth\SigningKeys\SigningAlgorithm;
use Kennel\Core\OAuth\SigningKeys\Thumbprint;
use Kennel\Core\OAuth\SigningKeys\Verdict;
use Psr\Clock\ClockInterface;

/** The keys that tokens are signed by: which signs now, which tokens are verified by, and how they take turns. What only a new key needs is made for that. */
final class SigningKeys
{
    /** For how many seconds it is remembered that a text is signed. */
    private const REMEMBERED = 600;

    /** @var list<StoredKey>|null as they were when they were first asked for */
    private ?array $keys = null;

    /** @var array<string, Secret> private halves that were opened, by the key's id */
    private array $opened = [];

    public function __construct(
        private readonly ImmediateSqliteConnection $database,
        private readonly ClockInterface $clock,
        private readonly LongestLifetime $longest,
        private readonly SharedMemory $memory,
    ) {
    }

    /**
     * @param  array<string, mixed>  $claims
     * @param  string  $type  what kind of token it is (RFC 8725 §3.11)
     * @return string signed by the key whose turn it is (RFC 7515 §3.1)
     */
    public function sign(array $claims, SigningAlgorithm $algorithm, string $type): string
    {
        $key = $this->current($algorithm);

        $private = $this->opened[$key->id] ??= new Secret((string) app(Encrypter::class)->decrypt($key->sealed));

        return JWT::encode($claims, $private->reveal(), $algorithm->value, $key->id, ['typ' => $type]);
    }

    /** @return list<array<string, string>> what tokens are verified by (RFC 7517 §5) */
    public function published(): array
    {
        $now = $this->clock->now();

        return array_values(array_map(static fn (StoredKey $key): array => $key->jwk(), array_filter($this->stored(), fn (StoredKey $key): bool => $this->isPublished($key, $now))));
    }

    /**
     * Whether a token is one of ours as it stands, whatever its times say. Of the keys the one that it names is made ready alone, and that a text is signed by it is
     * found out once: an API asks about the same token with each request it serves. Whether the key counts is looked at every time.
     */
    public function verify(Jws $token): Verdict
    {
        $named = array_filter($this->stored(), static fn (StoredKey $key): bool => $key->id === ($token->header['kid'] ?? null));
        $published = array_filter($named, fn (StoredKey $key): bool => $this->isPublished($key, $this->clock->now()));
        // A key's id is made of the key (RFC 7638) and stands in the text, so the text's digest says by what it was verified.
        $text = 'signed:'.hash('sha256', $token->text);
        if ($published !== [] && $this->memory->fetch($text) === Verdict::Signed) {
            return Verdict::Signed;
        }
        $verdict = PublicKeys::of(array_map(static fn (StoredKey $key): array => $key->jwk(), $published))->verify($token);
        $verdict !== Verdict::Signed || $this->memory->keep($text, $verdict, self::REMEMBERED);

        return $verdict;
    }

    private function isPublished(StoredKey $key, \DateTimeImmutable $now): bool
    {
        return in_array($key->id, array_column($this->schedule($key->algorithm)->published($now), 'id'), true);
    }

    /** @return list<SigningKey> all there are and were, in the order they were made */
    public function all(): array
    {
        return array_values(SigningKey::query()->orderBy('seq')->get()->all());
    }

    /** @return list<StoredKey> the same, read as most requests need them */
    private function stored(): array
    {
        return $this->keys ??= array_map(
            static fn (object $row): StoredKey => new StoredKey($row->id, SigningAlgorithm::from($row->algorithm), $row->public_jwk, $row->sealed, new KeyTimes($row->id, Moment::read($row->used_from), Moment::readOrNull($row->withdrawn_at))),
            $this->database->look('SELECT id, algorithm, public_jwk, sealed, used_from, withdrawn_at FROM signing_keys ORDER BY seq'),
        );
    }

    public function schedule(SigningAlgorithm $algorithm): KeySchedule
    {
        $times = array_column(array_filter($this->stored(), static fn (StoredKey $key): bool => $key->algorithm === $algorithm), 'times');

        return new KeySchedule($times, $this->longest->seconds);
    }

    /** Makes what is due, of each kind that an app signs with. Called every few minutes; where nobody calls, signing makes the first key itself. */
    public function takeTurns(): int
    {
        $made = 0;
        foreach ($this->inUse() as $algorithm) {
            $from = $this->schedule($algorithm)->due(self::rules(), $this->clock->now());
            $made += $from === null ? 0 : (int) $this->add($algorithm, Actor::kennel(), null);
        }

        return $made;
    }

    /** By hand: the next one is made now, and signs once it has been in the key set for as long as the rule says. @throws Refusal where there is a next one already */
    public function rotate(SigningAlgorithm $algorithm, Actor $by): void
    {
        $schedule = $this->schedule($algorithm);
        $now = $this->clock->now();
        $isFirst = $schedule->current($now) === null;
        if ($schedule->next($now) !== null || ! $this->add($algorithm, $by, $isFirst ? null : self::rules()->publishedBefore->after($now))) {
            throw Refusal::conflict('key.next_is_there');
        }
    }

    /**
     * At once: whatever it signed is worth nothing from now on. Whichever is next signs in its place, or one that is made now.
     *
     * @throws Refusal for a key that is not there, or was withdrawn
     */
    public function withdraw(string $id, string $why, Actor $by): void
    {
        // Made before: it takes time, and nothing slow happens inside a transaction.
        $key = SigningKey::query()->where('id', $id)->whereNull('withdrawn_at')->first() ?? throw Refusal::notFound();
        $made = app(MakeKey::class)($key->algorithm);
        $this->database->transaction(function () use ($id, $why, $by, $key, $made): void {
            $now = $this->clock->now();
            $withdrawn = SigningKey::query()->where('id', $id)->whereNull('withdrawn_at')->update(['withdrawn_at' => Moment::write($now), 'withdrawn_by' => $by->name, 'withdrawn_why' => $why, 'sealed' => '']);
            if ($withdrawn !== 1) {
                throw Refusal::notFound();
            }
            $this->keys = null;
            if ($this->schedule($key->algorithm)->current($now) === null) {
                $next = $this->schedule($key->algorithm)->next($now);
                $next === null ? $this->insert($key->algorithm, $made, $now) : SigningKey::query()->where('id', $next->id)->update(['used_from' => Moment::write($now)]);
            }
            app(AuditTrail::class)->record('key.withdrawn', $by, null, ['key' => $id, 'state' => 'published'], ['key' => $id, 'state' => 'withdrawn'], $why, 'key');
        });
        $this->keys = null;
    }

    /** Makes the very first key of its kind, unless it is there: that takes time, and nothing slow happens inside a transaction. */
    public function prepare(SigningAlgorithm $algorithm): void
    {
        $this->schedule($algorithm)->current($this->clock->now()) === null && $this->add($algorithm, Actor::kennel(), null);
    }

    private function current(SigningAlgorithm $algorithm): StoredKey
    {
        $this->prepare($algorithm);
        $current = $this->schedule($algorithm)->current($this->clock->now()) ?? throw new \LogicException('A key was made that does not sign.');
        foreach ($this->stored() as $key) {
            if ($key->id === $current->id) {
                return $key;
            }
        }
        throw new \LogicException('A key is in the schedule that is not there.');
    }

    /**
     * @param  \DateTimeImmutable|null  $from  when it begins to sign; null for when it is due
     * @return bool false where somebody else was quicker
     */
    private function add(SigningAlgorithm $algorithm, Actor $by, ?\DateTimeImmutable $from): bool
    {
        $made = app(MakeKey::class)($algorithm);
        $added = $this->database->transaction(function () use ($algorithm, $made, $by, $from): bool {
            // Looked at again: two may have found that none is there.
            $this->keys = null;
            $now = $this->clock->now();
            $schedule = $this->schedule($algorithm);
            if ($schedule->next($now) !== null) {
                return false;
            }
            $due = $from ?? $schedule->due(self::rules(), $now);
            if ($due === null) {
                return false;
            }
            $id = $this->insert($algorithm, $made, $due);
            app(AuditTrail::class)->record('key.added', $by, null, [], ['key' => $id, 'algorithm' => $algorithm->value, 'used_from' => Moment::write($due)], record: 'key');

            return true;
        });
        $this->keys = null;

        return $added;
    }

    /** @param  array{public: array<string, string>, private: Secret}  $made */
    private function insert(SigningAlgorithm $algorithm, array $made, \DateTimeImmutable $from): string
    {
        SigningKey::query()->insert([
            'id' => $id = Thumbprint::of($made['public']), 'algorithm' => $algorithm->value, 'public_jwk' => json_encode($made['public'], JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES),
            'sealed' => app(Encrypter::class)->encrypt($made['private']->reveal()), 'created_at' => Moment::write($this->clock->now()), 'used_from' => Moment::write($from),
        ]);

        return $id;
    }

    /** Only a new key needs them. */
    private static function rules(): KeyRules
    {
        return app(KeyRules::class);
    }

    /** @return list<SigningAlgorithm> that an app signs with, or that have a key already */
    private function inUse(): array
    {
        $names = [
            ...array_map(static fn (Client $client): string => $client->algorithm->value, array_values(app(Clients::class)->all)),
            ...array_map(static fn (StoredKey $key): string => $key->algorithm->value, $this->stored()),
        ];

        return array_values(array_filter(SigningAlgorithm::cases(), static fn (SigningAlgorithm $one): bool => in_array($one->value, $names, true)));
    }
}
