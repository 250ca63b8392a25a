<?php

declare(strict_types=1);

namespace Kennel\Demo\Commands;

use Illuminate\Console\Command;
use Kennel\Demo\OlderSite;

/** Writes the files of the demo's older site, which are kept in database/demo/files. */
final class WriteOlderSite extends Command
{
    protected $signature = 'kennel:demo-older-site {folder : where to}';

    protected $description = 'Write the database and the spreadsheet of an older site, to be imported';

    public function handle(OlderSite $site): int
    {
        $folder = (string) $this->argument('folder');
        $site->writeDatabase("{$folder}/weirboard.sqlite");
        $site->writeSpreadsheet("{$folder}/weirboard.xlsx");
        $this->line("{$folder}/weirboard.sqlite and weirboard.xlsx, of one password: ".OlderSite::PASSWORD);

        return self::SUCCESS;
    }
}
