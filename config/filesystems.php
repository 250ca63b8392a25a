<?php

declare(strict_types=1);

return [
    'default' => 'local',
    'disks' => [
        // Nothing on this disk is ever served.
        'local' => ['driver' => 'local', 'root' => storage_path('app'), 'serve' => false],
    ],
];
