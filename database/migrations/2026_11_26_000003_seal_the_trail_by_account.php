<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * What the trail says of a person is sealed under a key of their account, so that deleting the account erases it while the trail stays whole.
 * Here the events of before are sealed as well, once; the triggers that keep the trail append-only stand aside for it.
 */
return new class extends Migration
{
    private const ROWS = 2_000;

    public function up(): void
    {
        Schema::create('erasure_keys', function (Blueprint $table): void {
            $table->uuid('account_id')->primary();
            $table->string('key', 44);
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
        $this->drawKeys();
        foreach (['UPDATE', 'DELETE'] as $verb) {
            DB::statement("DROP TRIGGER audit_events_no_{$verb}");
        }
        $last = 0;
        do {
            $rows = DB::table('audit_events')->where('seq', '>', $last)->orderBy('seq')->limit(self::ROWS)
                ->get(['seq', 'id', 'actor_kind', 'actor_id', 'actor_name', 'account_id', 'account_name', 'reason', 'changes'])->all();
            foreach ($rows as $row) {
                $last = $row->seq;
                DB::table('audit_events')->where('seq', $row->seq)->update([
                    'actor_name' => $this->seal($row->actor_id, $row->id, 'actor_name', $row->actor_name),
                    'account_name' => $this->seal($row->account_id, $row->id, 'account_name', $row->account_name),
                    'reason' => $this->seal($row->account_id, $row->id, 'reason', $row->reason),
                    'changes' => $row->account_id === null ? $row->changes : json_encode(['sealed' => $this->seal($row->account_id, $row->id, 'changes', $row->changes)]),
                ]);
            }
        } while (count($rows) === self::ROWS);
        foreach (['UPDATE', 'DELETE'] as $verb) {
            DB::statement("CREATE TRIGGER audit_events_no_{$verb} BEFORE {$verb} ON audit_events BEGIN SELECT RAISE(ABORT, 'the audit trail is append-only'); END");
        }
    }

    private function drawKeys(): void
    {
        $last = 0;
        do {
            $ids = DB::table('accounts')->where('seq', '>', $last)->orderBy('seq')->limit(self::ROWS)->pluck('id', 'seq')->all();
            foreach (array_chunk($ids, 200) as $some) {
                DB::table('erasure_keys')->insert(array_map(static fn (string $id): array => ['account_id' => $id, 'key' => base64_encode(random_bytes(32))], $some));
            }
            $last = array_key_last($ids);
        } while (count($ids) === self::ROWS);
    }

    /** Under a key that is forgotten at once where the account is gone already. */
    private function seal(?string $account, string $event, string $what, ?string $text): ?string
    {
        if ($account === null || $text === null) {
            return $text;
        }
        $key = DB::table('erasure_keys')->where('account_id', $account)->value('key');
        $nonce = random_bytes(SODIUM_CRYPTO_AEAD_XCHACHA20POLY1305_IETF_NPUBBYTES);
        $sealed = sodium_crypto_aead_xchacha20poly1305_ietf_encrypt($text, "{$event} {$what}", $nonce, $key === null ? random_bytes(32) : base64_decode($key));

        return 'sealed:'.base64_encode($nonce.$sealed);
    }
};
