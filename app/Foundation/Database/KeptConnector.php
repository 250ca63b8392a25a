<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Database;

use Illuminate\Database\Connectors\SQLiteConnector;

/** Sets a connection up once. It is kept over requests (docs/decisions/0010-persistent-connections.md), as it was set up; to set it up again took a request 40 µs. */
final class KeptConnector extends SQLiteConnector
{
    /** @param  array<array-key, mixed>  $config */
    public function connect(array $config): \PDO
    {
        $connection = $this->createConnection("sqlite:{$this->parseDatabasePath($config['database'])}", $config, $this->getOptions($config));
        // What nobody relies upon says that it was set up: to ask the database itself would be a statement more in every request.
        if ($connection->getAttribute(\PDO::ATTR_DEFAULT_FETCH_MODE) !== \PDO::FETCH_OBJ) {
            $this->configurePragmas($connection, $config);
            $this->configureBusyTimeout($connection, $config);
            $this->configureSynchronous($connection, $config);
            $this->configureForeignKeyConstraints($connection, $config);
            $connection->setAttribute(\PDO::ATTR_DEFAULT_FETCH_MODE, \PDO::FETCH_OBJ);
        }

        return $connection;
    }
}
