<?php

declare(strict_types=1);

// Commands are classes beside the capability they belong to; the schedule is in bootstrap/app.php.
