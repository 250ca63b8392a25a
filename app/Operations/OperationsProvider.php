<?php

declare(strict_types=1);

namespace Kennel\App\Operations;

use Kennel\App\Foundation\AreaProvider;
use Kennel\App\Operations\Console\AccountCommand;
use Kennel\App\Operations\Console\AppCommand;
use Kennel\App\Operations\Console\AskRelayCommand;
use Kennel\App\Operations\Console\BackupCommand;
use Kennel\App\Operations\Console\BounceCommand;
use Kennel\App\Operations\Console\CheckCommand;
use Kennel\App\Operations\Console\ImportCommand;
use Kennel\App\Operations\Console\InstallCommand;
use Kennel\App\Operations\Console\KeysCommand;
use Kennel\App\Operations\Console\NoteCensusCommand;
use Kennel\App\Operations\Console\PeppersCommand;
use Kennel\App\Operations\Console\PurgeCommand;
use Kennel\App\Operations\Console\RestoreCommand;
use Kennel\App\Operations\Console\RulesCommand;
use Kennel\App\Operations\Console\WireCommand;

/** Installation, checks, commands. */
final class OperationsProvider extends AreaProvider
{
    public const COMMANDS = [
        AccountCommand::class,
        AppCommand::class,
        AskRelayCommand::class,
        BackupCommand::class,
        BounceCommand::class,
        CheckCommand::class,
        ImportCommand::class,
        InstallCommand::class,
        KeysCommand::class,
        NoteCensusCommand::class,
        PeppersCommand::class,
        PurgeCommand::class,
        RestoreCommand::class,
        RulesCommand::class,
        WireCommand::class,
    ];
}
