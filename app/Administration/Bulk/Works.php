<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Bulk;

use Illuminate\Contracts\Container\Container;
use Kennel\App\Administration\Bulk\Works\FieldWork;
use Kennel\App\Administration\Bulk\Works\MetadataWork;
use Kennel\App\Administration\Bulk\Works\PasswordWork;
use Kennel\App\Administration\Bulk\Works\ResendWork;
use Kennel\App\Administration\Bulk\Works\RoleWork;
use Kennel\App\Administration\Bulk\Works\SignOutWork;
use Kennel\App\Administration\Bulk\Works\StatusWork;
use Kennel\Core\Administration\Bulk\BulkAct;

/** Which work an act is. */
final readonly class Works
{
    public function __construct(private Container $container)
    {
    }

    public function of(BulkAct $act): Work
    {
        [$class, $with] = match ($act) {
            BulkAct::Suspend, BulkAct::Restore, BulkAct::Close, BulkAct::Reopen, BulkAct::Verify => [StatusWork::class, ['act' => $act->statusAct()]],
            BulkAct::RequirePassword => [PasswordWork::class, []],
            BulkAct::SignOut => [SignOutWork::class, []],
            BulkAct::Resend => [ResendWork::class, []],
            BulkAct::GiveRole, BulkAct::TakeRole => [RoleWork::class, ['gives' => $act === BulkAct::GiveRole]],
            BulkAct::SetField => [FieldWork::class, []],
            BulkAct::SetMetadata => [MetadataWork::class, []],
        };

        return $this->container->make($class, $with);
    }
}
