<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Roles that operators make and change, a catalogue of what the apps ask about, exclusions, and assignments that end. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('permissions', function (Blueprint $table): void {
            $table->string('key', 100)->primary();
            $table->string('app_key', 40)->nullable();
            $table->string('description', 300);
            $table->foreign('app_key')->references('key')->on('apps');
        });
        // What roles carry already was known to whoever wrote it there.
        DB::statement("INSERT INTO permissions (key, app_key, description) SELECT p.permission, CASE WHEN count(*) = count(r.app_key) AND count(DISTINCT r.app_key) = 1 THEN min(r.app_key) END, ''
            FROM role_permissions p JOIN roles r ON r.key = p.role_key WHERE p.permission NOT LIKE 'kennel:%' GROUP BY p.permission");
        Schema::table('roles', function (Blueprint $table): void {
            $table->string('label', 60)->default('');
            $table->unsignedInteger('version')->default(1);
        });
        DB::statement('UPDATE roles SET label = key');
        Schema::create('exclusions', function (Blueprint $table): void {
            $table->string('key', 40)->primary();
            $table->unsignedInteger('too_many');
            $table->string('why', 300);
            $table->unsignedInteger('version')->default(1);
        });
        Schema::create('exclusion_roles', function (Blueprint $table): void {
            $table->string('exclusion_key', 40);
            $table->string('role_key', 40);
            $table->primary(['exclusion_key', 'role_key']);
            $table->foreign('exclusion_key')->references('key')->on('exclusions')->cascadeOnDelete();
            $table->foreign('role_key')->references('key')->on('roles')->cascadeOnDelete();
        });
        Schema::table('assignments', function (Blueprint $table): void {
            $table->string('until', 24)->nullable();
            $table->string('app_key', 40)->nullable();
        });
        // Those that hold are read off one index, from either end.
        DB::statement('DROP INDEX assignments_role_account');
        DB::statement('CREATE INDEX assignments_of_role ON assignments (role_key, account_id, until)');
        DB::statement('CREATE INDEX assignments_of_account ON assignments (account_id, role_key, until, app_key)');
        DB::statement('CREATE INDEX assignments_until ON assignments (until) WHERE until IS NOT NULL');
        // What was held once: for who asks why something was allowed then, or is not any more.
        Schema::create('past_assignments', function (Blueprint $table): void {
            $table->id('seq');
            $table->uuid('account_id')->index();
            $table->string('role_key', 40);
            $table->string('app_key', 40)->nullable();
            $table->string('assigned_by', 120);
            $table->string('why', 200);
            $table->string('assigned_at', 24);
            $table->string('until', 24);
            $table->string('ended_by', 120)->nullable();
            $table->string('ended_why', 300);
            $table->foreign('account_id')->references('id')->on('accounts')->cascadeOnDelete();
        });
    }
};
