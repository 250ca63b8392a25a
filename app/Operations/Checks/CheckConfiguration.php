<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Checks;

/** What the environment says, and what it must not say for real. */
final readonly class CheckConfiguration implements Check
{
    private const SHIPPED_SENDER = 'accounts@localhost.localdomain';

    public function look(): array
    {
        $url = (string) config('app.url');
        $host = (string) parse_url($url, PHP_URL_HOST);
        $isLocal = $host === 'localhost' || str_ends_with($host, '.localhost');
        $isDemo = config('kennel.demo') === true;
        $findings = [
            config('app.debug') === true ? Finding::wrong('configuration.debug') : null,
            match (true) {
                $host === '' => Finding::wrong('configuration.url_missing', ['url' => $url]),
                ! str_starts_with($url, 'https://') && ! $isLocal => Finding::wrong('configuration.url_plain', ['url' => $url]),
                $isLocal && ! $isDemo => Finding::look('configuration.url_local', ['url' => $url]),
                default => null,
            },
            $isDemo ? Finding::look('configuration.demo') : null,
            config('kennel.bench') === true ? Finding::look('configuration.bench') : null,
            config('kennel.relay') !== 'stand-in' && config('kennel.sender.address') === self::SHIPPED_SENDER ? Finding::wrong('configuration.sender') : null,
        ];
        $findings = array_values(array_filter($findings));

        return $findings === [] ? [Finding::fine('configuration.fine', ['url' => $url])] : $findings;
    }
}
