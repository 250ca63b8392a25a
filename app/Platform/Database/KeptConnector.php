<?php

declare(strict_types=1);

namespace Kennel\App\Platform\Database;

use Illuminate\Database\Connectors\SQLiteConnector;

/** Sets a connection up once. It is kept over requests (docs/decisions/0010-persistent-connections.md), as it was set up; to set it up again took a request 40 µs. */
final class KeptConnector extends SQLiteConnector
{
    /** @param  array<array-key, mixed>  $config */
    public function connect(array $config): \PDO
    {
        $connection = $this->createConnection("sqlite:{$this->parseDatabasePath($config['database'])}", $config, $this->getOptions($config));
        // Off in every new connection, and the last that is set below.
        if ($connection->query('PRAGMA foreign_keys')->fetchColumn() !== 1) {
            $this->configurePragmas($connection, $config);
            $this->configureBusyTimeout($connection, $config);
            $this->configureSynchronous($connection, $config);
            $this->configureForeignKeyConstraints($connection, $config);
        }

        return $connection;
    }
}
