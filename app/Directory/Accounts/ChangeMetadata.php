<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Metadata\Metadata;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\SeenVersion;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Directory\Disclosure\ReadableFields;
use Kennel\Core\Directory\Disclosure\Verdict;
use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Directory\Metadata\MetadataKind;
use Kennel\Core\Foundation\Reasons\Refused;

/** Writes one document of metadata: a holder their own, an operator either. */
final readonly class ChangeMetadata
{
    public function __construct(
        private ConnectionInterface $database,
        private Accounts $accounts,
        private Metadata $metadata,
        private OperatorAuthority $authority,
        private AuditTrail $audit,
    ) {
    }

    /**
     * @param  \Closure(MetadataDocument): MetadataDocument  $change  throws Refused
     * @param  SignedIn  $by  the holder of this very account, or an operator
     * @param  SeenVersion  $seen  of the account
     * @param  ReadableFields  $readable  by whoever writes: other keys stay as they are, whatever a whole document has in its place
     *
     * @throws Refusal when there is none, when it changed meanwhile, for what is invalid
     */
    public function __invoke(string $accountId, MetadataKind $kind, \Closure $change, SignedIn $by, bool $asHolder, SeenVersion $seen, ReadableFields $readable): Account
    {
        if ($asHolder && ! $kind->isHolders()) {
            throw Refusal::notFound();
        }

        return $this->database->transaction(function () use ($accountId, $kind, $change, $by, $asHolder, $seen, $readable): Account {
            $account = $this->accounts->find($accountId) ?? throw Refusal::notFound();
            $seen->require($account->version);
            if (! $asHolder) {
                $this->authority->require($by, $account);
            }
            $before = $this->metadata->read($account->seq, $kind);
            try {
                $after = $this->changed($before, $kind, $change, $readable, $asHolder);
            } catch (Refused $refused) {
                throw Refusal::invalid([$refused->reason]);
            }
            $differences = $before->differences($after);
            if ($differences === []) {
                return $account;
            }
            $this->metadata->write($account->seq, $kind, $after);
            $this->accounts->touch($account);
            $side = static fn (string $side): array => array_combine(
                array_map(static fn (string $path): string => "{$kind->value}.{$path}", array_keys($differences)),
                array_map(self::shown(...), array_column($differences, $side)),
            );
            $this->audit->record('account.metadata_changed', $asHolder ? $by->asHolder() : $by->asOperator(), $account->reference(), $side('before'), $side('after'));

            return $account;
        });
    }

    /**
     * @param  \Closure(MetadataDocument): MetadataDocument  $change
     *
     * @throws Refused
     */
    private function changed(MetadataDocument $before, MetadataKind $kind, \Closure $change, ReadableFields $readable, bool $asHolder): MetadataDocument
    {
        $sees = $readable->ofKind($kind->value);
        $seen = $change($before->only($sees));
        // A holder's app may write over what it is not handed; an operator may begin what nobody has looked at yet, and no more.
        $hidden = array_filter($asHolder ? [] : $seen->topKeys(), static fn (string $key): bool => ! $sees($key));
        foreach ($hidden as $key) {
            $field = FieldKey::metadata($kind->value, $key);
            if ($readable->verdict($field) !== Verdict::Unclassified || in_array($key, $before->topKeys(), true)) {
                throw new Refused($readable->reason($field, "{$kind->value}.{$key}"));
            }
        }

        return $seen->beside($before->only(static fn (string $key): bool => ! $sees($key)));
    }

    /** A single value as it is; anything that holds others as JSON. */
    private static function shown(mixed $value): mixed
    {
        return is_object($value) || is_array($value) ? json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES) : $value;
    }
}
