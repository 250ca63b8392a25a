<?php

declare(strict_types=1);

namespace Kennel\App\Trail\Audit;

use Kennel\App\Foundation\Database\AsJson;
use Kennel\Core\Foundation\Documents\StoredJson;
use Kennel\Core\Foundation\Secrets\Entropy;

/**
 * Seals the personal columns of an event and opens them again: XChaCha20-Poly1305 (libsodium's IETF construction), bound to the event and
 * the column, so that a sealed value cannot be moved.
 */
final readonly class Sealing
{
    private const MARK = 'sealed:';

    private const NONCE = SODIUM_CRYPTO_AEAD_XCHACHA20POLY1305_IETF_NPUBBYTES;

    /** What stands in the place of what was erased. */
    public const ERASED = 'erased';

    public function __construct(private Entropy $entropy)
    {
    }

    /**
     * @param  array<string, mixed>  $event  its columns
     * @param  string  $accountKey  of whom it concerns
     * @param  string  $actorKey  of who did it
     * @return array<string, mixed> the same, with what is personal sealed
     */
    public function seal(array $event, #[\SensitiveParameter] string $accountKey, #[\SensitiveParameter] string $actorKey): array
    {
        $id = (string) $event['id'];
        $sealed = [
            'actor_name' => $this->one($id, 'actor_name', $event['actor_name'], $actorKey),
            'account_name' => $this->one($id, 'account_name', $event['account_name'], $accountKey),
            'reason' => $this->one($id, 'reason', $event['reason'], $accountKey),
            'changes' => AsJson::encode(['sealed' => $this->one($id, 'changes', $event['changes'], $accountKey)]),
        ];

        return [
            ...$event,
            ...$event['account_id'] === null ? [] : array_diff_key($sealed, ['actor_name' => true]),
            ...$event['actor_id'] === null ? [] : ['actor_name' => $sealed['actor_name']],
        ];
    }

    /**
     * @param  array<string, string>  $keys  by account id, of those that are not destroyed
     * @return array{actor_name: string, account_name: string|null, reason: string|null, changes: object|array<string, mixed>, is_erased: bool}
     */
    public function open(AuditEvent $event, #[\SensitiveParameter] array $keys): array
    {
        $ofAccount = $keys[(string) $event->account_id] ?? null;
        $changes = $event->account_id === null ? AsJson::encode($event->changes) : $this->read($event->id, 'changes', ((array) $event->changes)['sealed'] ?? null, $ofAccount);

        return [
            'actor_name' => $event->actor_id === null ? $event->actor_name : (string) $this->read($event->id, 'actor_name', $event->actor_name, $keys[$event->actor_id] ?? null),
            'account_name' => $this->read($event->id, 'account_name', $event->account_name, $ofAccount),
            'reason' => $event->account_id === null ? $event->reason : $this->read($event->id, 'reason', $event->reason, $ofAccount),
            'changes' => $changes === null || $changes === self::ERASED ? (object) [] : StoredJson::decode($changes),
            'is_erased' => $event->account_id !== null && $ofAccount === null,
        ];
    }

    private function one(string $event, string $column, ?string $text, string $key): ?string
    {
        if ($text === null) {
            return null;
        }
        $nonce = $this->entropy->bytes(self::NONCE);

        return self::MARK.base64_encode($nonce.sodium_crypto_aead_xchacha20poly1305_ietf_encrypt($text, "{$event} {$column}", $nonce, $key));
    }

    /** @return string|null null for what was never there */
    private function read(string $event, string $column, ?string $sealed, ?string $key): ?string
    {
        if ($sealed === null) {
            return null;
        }
        $bytes = (string) base64_decode(substr($sealed, strlen(self::MARK)), true);
        if ($key === null || strlen($bytes) <= self::NONCE) {
            return self::ERASED;
        }
        $opened = sodium_crypto_aead_xchacha20poly1305_ietf_decrypt(substr($bytes, self::NONCE), "{$event} {$column}", substr($bytes, 0, self::NONCE), $key);

        return $opened === false ? self::ERASED : $opened;
    }
}
