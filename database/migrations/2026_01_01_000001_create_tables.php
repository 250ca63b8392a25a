<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * Moments are UTC text in one form (2026-01-31T09:30:00.000Z), so that they sort as they read. "seq" is the order of writing and
 * the keyset's tie-break; "id" is what the outside sees.
 */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('apps', function (Blueprint $table): void {
            $table->string('key', 40)->primary();
            $table->string('name', 80);
            $table->string('kind', 20);
            $table->string('summary', 200);
        });
        $this->accounts();
        $this->roles();
        $this->sessions();
        $this->challenges();
        $this->messages();
        $this->trail();
        $this->fields();
        $this->signup();
        $this->rules();
        $this->platform();
    }

    private function accounts(): void
    {
        // Written out, because the schema builder has no CHECK.
        DB::statement(<<<'SQL'
            CREATE TABLE accounts (
                seq INTEGER PRIMARY KEY AUTOINCREMENT,
                id TEXT NOT NULL UNIQUE,
                app_key TEXT NULL REFERENCES apps (key),
                came_by TEXT NOT NULL DEFAULT 'signup' CHECK (came_by IN ('signup', 'import')),
                name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
                name_key TEXT NOT NULL,
                email TEXT NOT NULL CHECK (length(email) <= 254),
                lookup_key TEXT NOT NULL UNIQUE,
                status TEXT NOT NULL CHECK (status IN ('pending', 'active', 'suspended', 'closed')),
                status_reason TEXT NULL,
                email_proven_at TEXT NULL,
                terms_version TEXT NOT NULL DEFAULT '',
                completed_at TEXT NULL,
                password_hash TEXT NOT NULL,
                password_owed TEXT NOT NULL DEFAULT '' CHECK (password_owed IN ('', 'asked', 'temporary', 'compromised')),
                password_until TEXT NULL,
                hash_kind TEXT NOT NULL,
                created_at TEXT NOT NULL,
                seen_at TEXT NOT NULL DEFAULT '',
                closed_at TEXT NULL,
                version INTEGER NOT NULL DEFAULT 1,
                search TEXT NOT NULL,
                CHECK (status <> 'active' OR email_proven_at IS NOT NULL),
                CHECK (status <> 'closed' OR closed_at IS NOT NULL)
            )
            SQL);
        foreach (['name_key', 'lookup_key', 'created_at', 'seen_at'] as $sort) {
            DB::statement("CREATE INDEX accounts_{$sort} ON accounts ({$sort}, seq)");
            DB::statement("CREATE INDEX accounts_status_{$sort} ON accounts (status, {$sort}, seq)");
        }
        DB::statement('CREATE INDEX accounts_hash_kind ON accounts (hash_kind, seen_at, seq)');
        DB::statement("CREATE VIRTUAL TABLE accounts_search USING fts5 (search, content='accounts', content_rowid='seq', prefix='1 2 3', tokenize='unicode61 remove_diacritics 0')");
        DB::statement('CREATE TRIGGER accounts_search_added AFTER INSERT ON accounts BEGIN INSERT INTO accounts_search (rowid, search) VALUES (new.seq, new.search); END');
        DB::statement("CREATE TRIGGER accounts_search_removed AFTER DELETE ON accounts BEGIN INSERT INTO accounts_search (accounts_search, rowid, search) VALUES ('delete', old.seq, old.search); END");
        DB::statement("CREATE TRIGGER accounts_search_changed AFTER UPDATE OF search ON accounts BEGIN INSERT INTO accounts_search (accounts_search, rowid, search) VALUES ('delete', old.seq, old.search); INSERT INTO accounts_search (rowid, search) VALUES (new.seq, new.search); END");
    }

    private function roles(): void
    {
        Schema::create('roles', function (Blueprint $table): void {
            $table->string('key', 40)->primary();
            $table->string('summary', 200);
            $table->string('app_key', 40)->nullable();
            $table->foreign('app_key')->references('key')->on('apps');
        });
        Schema::create('role_permissions', function (Blueprint $table): void {
            $table->string('role_key', 40);
            $table->string('permission', 80);
            $table->primary(['role_key', 'permission']);
            $table->foreign('role_key')->references('key')->on('roles')->cascadeOnDelete();
        });
        Schema::create('role_includes', function (Blueprint $table): void {
            $table->string('role_key', 40);
            $table->string('included_key', 40);
            $table->primary(['role_key', 'included_key']);
            $table->foreign('role_key')->references('key')->on('roles')->cascadeOnDelete();
            $table->foreign('included_key')->references('key')->on('roles')->cascadeOnDelete();
        });
        Schema::create('assignments', function (Blueprint $table): void {
            $table->uuid('account_id');
            $table->string('role_key', 40);
            $table->string('assigned_by', 120);
            $table->string('why', 200);
            $table->string('assigned_at', 24);
            $table->primary(['account_id', 'role_key']);
            $table->index('role_key');
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
            $table->foreign('role_key')->references('key')->on('roles');
        });
    }

    private function sessions(): void
    {
        Schema::create('sessions', function (Blueprint $table): void {
            $table->integer('seq', true);
            $table->uuid('id')->unique();
            $table->uuid('account_id')->index();
            $table->string('surface', 10);
            $table->string('token_digest', 64)->unique();
            $table->boolean('kept');
            $table->string('proven_by', 20);
            $table->string('proven_at', 24);
            $table->string('source', 45);
            $table->string('user_agent', 255);
            $table->string('started_at', 24);
            $table->string('seen_at', 24);
            $table->string('lapses_at', 24);
            $table->string('ended_at', 24)->nullable();
            $table->string('ended_by', 40)->nullable();
            $table->index(['ended_at', 'lapses_at']);
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
    }

    private function challenges(): void
    {
        // Each sign-up for an address that nobody has proven. A founding one's name, password and fields are the account's own row.
        Schema::create('claims', function (Blueprint $table): void {
            $table->integer('seq', true);
            $table->uuid('id')->unique();
            $table->uuid('account_id')->index();
            $table->boolean('is_founding');
            $table->string('app_key', 40);
            $table->string('browser_digest', 64)->nullable();
            $table->string('name', 120)->nullable();
            $table->string('password_hash', 1024)->nullable();
            $table->json('fields')->nullable();
            $table->string('terms_version', 10)->nullable();
            $table->string('claimed_at', 24)->index();
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
        Schema::create('challenges', function (Blueprint $table): void {
            $table->integer('seq', true);
            $table->uuid('id')->unique();
            $table->uuid('account_id')->index();
            $table->uuid('claim_id')->nullable()->index();
            $table->string('purpose', 30);
            $table->string('address', 254);
            $table->string('token_digest', 64)->unique();
            $table->string('created_at', 24);
            $table->string('expires_at', 24);
            $table->string('used_at', 24)->nullable();
            $table->string('superseded_at', 24)->nullable();
            $table->index('expires_at');
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
            $table->foreign('claim_id')->references('id')->on('claims')->nullOnDelete();
        });
    }

    private function messages(): void
    {
        DB::statement(<<<'SQL'
            CREATE TABLE messages (
                seq INTEGER PRIMARY KEY AUTOINCREMENT,
                id TEXT NOT NULL UNIQUE,
                account_id TEXT NULL REFERENCES accounts (id) ON DELETE SET NULL,
                act_id TEXT NOT NULL,
                kind TEXT NOT NULL,
                recipient TEXT NOT NULL,
                subject TEXT NOT NULL,
                state TEXT NOT NULL CHECK (state IN ('queued', 'sending', 'retrying', 'held', 'sent', 'failed')),
                attempts INTEGER NOT NULL DEFAULT 0,
                last_error TEXT NULL,
                sealed TEXT NOT NULL,
                created_at TEXT NOT NULL,
                claimed_at TEXT NULL,
                settled_at TEXT NULL
            )
            SQL);
        DB::statement('CREATE INDEX messages_account ON messages (account_id, seq)');
        DB::statement('CREATE INDEX messages_state ON messages (state, seq)');
        // The stand-in's own shelf: one row a delivery, and never two of one message.
        Schema::create('held_deliveries', function (Blueprint $table): void {
            $table->uuid('message_id')->primary();
            $table->string('held_at', 24)->index();
        });
        // What a relay said it can take when it was last asked.
        Schema::create('relay_facts', function (Blueprint $table): void {
            $table->string('relay_digest', 64)->primary();
            $table->boolean('takes_utf8');
            $table->string('asked_at', 24);
        });
    }

    private function trail(): void
    {
        Schema::create('audit_events', function (Blueprint $table): void {
            $table->integer('seq', true);
            $table->uuid('id')->unique();
            $table->uuid('act_id');
            $table->string('at', 24)->index();
            $table->string('event', 60);
            $table->string('actor_kind', 20);
            $table->uuid('actor_id')->nullable();
            $table->string('actor_name', 120);
            $table->uuid('account_id')->nullable();
            $table->string('account_name', 120)->nullable();
            $table->string('source', 45)->nullable();
            $table->text('reason')->nullable();
            $table->json('changes');
            $table->index(['account_id', 'seq']);
            $table->index(['event', 'at']);
            $table->index(['event', 'seq']);
        });
        foreach (['UPDATE', 'DELETE'] as $verb) {
            DB::statement("CREATE TRIGGER audit_events_no_{$verb} BEFORE {$verb} ON audit_events BEGIN SELECT RAISE(ABORT, 'the audit trail is append-only'); END");
        }
        // What strangers cause, counted instead of written one by one: the trail is append-only, and they have no bound of their own.
        Schema::create('stranger_tallies', function (Blueprint $table): void {
            $table->string('hour', 13);
            $table->string('event', 60);
            $table->string('source', 45);
            $table->string('account_id', 36);
            $table->integer('tally');
            $table->primary(['hour', 'event', 'source', 'account_id']);
            $table->index(['event', 'hour']);
            $table->index(['account_id', 'hour']);
        });
        Schema::create('evidence', function (Blueprint $table): void {
            $table->integer('seq', true);
            $table->string('at', 24)->index();
            $table->uuid('act_id');
            $table->string('lane', 10);
            $table->uuid('account_id')->nullable();
            $table->string('label', 200);
            $table->json('content');
            $table->index(['account_id', 'seq']);
        });
    }

    private function fields(): void
    {
        // One row a value; several choices are several rows, so that each can be found by the index. Clustered by account.
        DB::statement(<<<'SQL'
            CREATE TABLE field_values (
                account_seq INTEGER NOT NULL REFERENCES accounts (seq) ON DELETE CASCADE,
                field_key TEXT NOT NULL,
                position INTEGER NOT NULL,
                value TEXT NOT NULL,
                sort_key TEXT NOT NULL,
                PRIMARY KEY (account_seq, field_key, position)
            ) WITHOUT ROWID
            SQL);
        DB::statement('CREATE INDEX field_values_sort ON field_values (field_key, sort_key, account_seq)');
        Schema::create('pictures', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->uuid('account_id')->nullable()->index();
            $table->integer('width');
            $table->integer('height');
            $table->string('created_at', 24);
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
    }

    private function signup(): void
    {
        Schema::create('duty_waivers', function (Blueprint $table): void {
            $table->uuid('account_id');
            $table->string('subject', 300);
            $table->string('waived_by', 120);
            $table->text('why');
            $table->string('waived_at', 24);
            $table->primary(['account_id', 'subject']);
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
        Schema::create('terms_acceptances', function (Blueprint $table): void {
            $table->uuid('account_id');
            $table->string('version', 10);
            $table->string('accepted_at', 24);
            $table->string('source', 45)->nullable();
            $table->primary(['account_id', 'version']);
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
        Schema::create('signup_forms_sent', function (Blueprint $table): void {
            $table->string('challenge', 43)->primary();
            $table->string('sent_at', 24)->index();
        });
        // Tallies by day: what was opened, what was refused by which reason, how long accepted passwords were. No row is of a person.
        Schema::create('signup_tallies', function (Blueprint $table): void {
            $table->string('day', 10);
            $table->string('app_key', 40);
            $table->string('what', 20);
            $table->string('detail', 60);
            $table->integer('tally');
            $table->primary(['day', 'app_key', 'what', 'detail']);
        });
        // The last thirty days' verdicts: the address's domain and the reasons, and nothing that was typed.
        Schema::create('signup_verdicts', function (Blueprint $table): void {
            $table->integer('seq', true);
            $table->string('day', 10)->index();
            $table->string('app_key', 40);
            $table->string('domain', 255);
            $table->json('reasons');
        });
    }

    private function rules(): void
    {
        Schema::create('rule_revisions', function (Blueprint $table): void {
            $table->integer('number', true);
            $table->json('document');
            $table->string('digest', 64);
            $table->string('published_by', 120);
            $table->text('why');
            $table->text('overruled')->nullable();
            $table->string('published_at', 24);
        });
        // Every save of the draft that is open; none when there is no draft.
        Schema::create('rule_draft_saves', function (Blueprint $table): void {
            $table->integer('version', true);
            $table->integer('base_revision');
            $table->json('document');
            $table->uuid('saved_by_id');
            $table->string('saved_by', 120);
            $table->string('saved_at', 24);
            $table->string('reviewed_by', 120)->nullable();
            $table->string('reviewed_at', 24)->nullable();
        });
        Schema::create('rule_cases', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->string('name', 120);
            $table->string('app_key', 40);
            $table->text('sealed');
            $table->json('expected');
            $table->string('saved_by', 120);
            $table->string('saved_at', 24);
        });
        Schema::create('impact_runs', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->integer('draft_version');
            $table->string('state', 10);
            $table->integer('cursor')->default(-1); // the last account that was judged; -1 before anything was
            $table->integer('done')->default(0);
            $table->integer('total')->default(0);
            $table->json('counts');
            $table->string('started_at', 24);
            $table->string('finished_at', 24)->nullable();
        });
        Schema::create('impact_findings', function (Blueprint $table): void {
            $table->integer('seq', true);
            $table->uuid('run_id');
            $table->string('kind', 20);
            $table->string('code', 60);
            $table->string('field', 60)->nullable();
            $table->uuid('account_id')->nullable();
            $table->json('parameters');
            $table->index(['run_id', 'kind', 'code', 'seq']);
            $table->foreign('run_id')->references('id')->on('impact_runs')->cascadeOnDelete();
        });
    }

    private function platform(): void
    {
        // Former passwords of those whose rule book keeps them from coming back.
        Schema::create('password_history', function (Blueprint $table): void {
            $table->increments('seq');
            $table->uuid('account_id')->index();
            $table->string('password_hash', 1024);
            $table->string('replaced_at', 24);
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
        // Stored hashes by kind, as they were at the end of each day.
        Schema::create('hash_days', function (Blueprint $table): void {
            $table->string('day', 10);
            $table->string('kind', 200);
            $table->integer('accounts');
            $table->primary(['day', 'kind']);
        });
        // How long verifying a hash of a kind takes on a machine; measured anew now and then.
        Schema::create('hash_times', function (Blueprint $table): void {
            $table->string('machine', 12);
            $table->string('kind', 200);
            $table->float('seconds');
            $table->string('measured_at', 24);
            $table->primary(['machine', 'kind']);
        });
        Schema::create('calibrations', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->string('machine', 12)->index();
            $table->string('state', 10);
            $table->integer('done')->default(0);
            $table->integer('total');
            $table->integer('cores');
            $table->integer('memory');
            $table->json('points');
            $table->json('bcrypt');
            $table->float('efficiency')->nullable();
            $table->string('started_at', 24);
            $table->string('finished_at', 24)->nullable();
        });
        Schema::create('imports', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->string('name', 200);
            $table->string('format', 5);
            $table->string('app_key', 40);
            $table->boolean('proven');
            $table->boolean('must_change');
            $table->string('digest', 6);
            $table->string('layout', 13);
            $table->string('state', 10);
            $table->integer('bytes');
            $table->integer('offset')->default(0);
            $table->integer('done')->default(0);
            $table->integer('total')->nullable();
            $table->integer('accepted')->default(0);
            $table->integer('refused')->default(0);
            $table->json('kinds')->default('{}');
            $table->json('codes')->default('{}');
            $table->json('ignored');
            $table->string('begun_by_kind', 20);
            $table->uuid('begun_by_id')->nullable();
            $table->string('begun_by', 120);
            $table->string('started_at', 24);
            $table->string('finished_at', 24)->nullable();
            $table->foreign('app_key')->references('key')->on('apps');
        });
        Schema::create('import_rows', function (Blueprint $table): void {
            $table->increments('seq');
            $table->uuid('import_id');
            $table->integer('row');
            $table->string('address', 254);
            $table->string('code', 60);
            $table->string('field', 60)->nullable();
            $table->json('parameters');
            $table->index(['import_id', 'code', 'row']);
            $table->foreign('import_id')->references('id')->on('imports')->cascadeOnDelete();
        });
        // The addresses a check has seen, until it is through.
        DB::statement('CREATE TABLE import_addresses (import_id TEXT NOT NULL REFERENCES imports (id) ON DELETE CASCADE, lookup_key TEXT NOT NULL, PRIMARY KEY (import_id, lookup_key)) WITHOUT ROWID');
        Schema::create('wrap_runs', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->string('state', 10);
            $table->integer('done')->default(0);
            $table->integer('total');
            $table->json('kinds');
            $table->string('started_at', 24);
            $table->string('finished_at', 24)->nullable();
        });
        Schema::create('idempotency_keys', function (Blueprint $table): void {
            $table->string('digest', 64)->primary();
            $table->string('request_digest', 64);
            $table->integer('status')->nullable();
            $table->text('body')->nullable();
            $table->string('created_at', 24)->index();
        });
        Schema::create('jobs', function (Blueprint $table): void {
            $table->id();
            $table->string('queue')->index();
            $table->longText('payload');
            $table->unsignedTinyInteger('attempts');
            $table->unsignedInteger('reserved_at')->nullable();
            $table->unsignedInteger('available_at');
            $table->unsignedInteger('created_at');
        });
        Schema::create('failed_jobs', function (Blueprint $table): void {
            $table->id();
            $table->string('uuid')->unique();
            $table->text('connection');
            $table->text('queue');
            $table->longText('payload');
            $table->longText('exception');
            $table->timestamp('failed_at')->useCurrent();
        });
    }
};
