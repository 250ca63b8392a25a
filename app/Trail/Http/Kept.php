<?php

declare(strict_types=1);

namespace Kennel\App\Trail\Http;

use Illuminate\Http\Request;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Text\EmailAddress;

/**
 * What of a request and its answer is kept as evidence: a list of doors and keys. A door that is not here leaves no evidence of its
 * wire at all, and a key that is not named shows that it was sent and nothing more. So a new field is private until somebody puts it here.
 *
 * What was typed and not submitted is never kept: the verdict doors and the rehearsal are in NEVER.
 */
final class Kept
{
    public const MARK = '(not kept)';

    /** Doors that are asked while somebody types, or that undo what they do. */
    public const NEVER = ['POST signups/verdict', 'POST fields/verdict', 'POST passwords/verdict', 'POST signups/rehearsal', 'POST roles/{key}/effect', 'POST accounts/{id}/why', 'POST decisions', 'POST tokens/inspect', 'POST wordings/preview', 'POST texts/count', 'POST invitations/judge', 'POST invitations/preview', 'POST rehearsals', 'DELETE rehearsals/{id}', 'POST rehearsals/{id}/next', 'POST rehearsals/{id}/steps', 'POST rehearsals/{id}/clock', 'POST rehearsals/{id}/wire', 'POST journeys/{id}/run', 'POST apps/{key}/trial', 'POST clients/verdict'];

    /** By door: keys of the request's body, and of the answer's. */
    public const DOORS = [
        'POST signups/forms' => [['app'], ['wait_seconds', 'work_bits', 'trap']],
        'POST signups' => [['app', 'name', 'email', 'terms', 'fields'], ['state']],
        'POST verifications' => [['email'], ['state']],
        'POST verifications/inspect' => [[], ['address', 'asks', 'asks_name']],
        'POST verifications/consume' => [['name'], ['address', 'app']],
        'POST recoveries' => [['email'], ['state']],
        'POST recoveries/inspect' => [[], ['address', 'asks_name']],
        'POST recoveries/consume' => [['name'], ['address', 'app']],
        'POST installation' => [['app', 'app_name', 'app_kind', 'name', 'email'], ['is_needed']],
        'POST sessions' => [['email', 'keep'], ['id']],
        'POST signins/mail' => [['app', 'email'], ['state']],
        'POST signins/mail/inspect' => [[], ['address']],
        'POST signins/mail/consume' => [['email', 'keep'], ['id']],
        'POST signins/passkey/options' => [[], ['rpId']],
        'POST signins/passkey' => [['keep'], ['id']],
        'POST sessions/second-factor/options' => [[], ['rpId']],
        'POST account/factors/passkeys/options' => [[], []],
        'POST account/factors/passkeys' => [['name'], []],
        'DELETE account/factors/passkeys/{id}' => [[], []],
        'POST account/factors/phones' => [[], []],
        'POST account/factors/phones/{id}/confirm' => [[], []],
        'DELETE account/factors/phones/{id}' => [[], []],
        'POST sessions/second-factor/text' => [[], []],
        'POST signins/provider' => [['app', 'provider', 'keep'], []],
        'POST signins/provider/finish' => [['error', 'iss'], ['id', 'needs', 'provider']],
        'POST authorizations/next' => [[], ['step']],
        'POST authorizations/agree' => [[], ['step']],
        'POST authorizations/refuse' => [[], []],
        'POST devices/inspect' => [[], ['app', 'scope']],
        'POST devices/answer' => [['let_in'], []],
        'POST session/leave' => [['client_id', 'post_logout_redirect_uri', 'confirmed'], ['is_signed_out', 'address']],
        'GET account/apps' => [[], []],
        'DELETE account/apps/{key}' => [[], []],
        'GET oauth/authorize' => [[], []],
        'POST oauth/authorize' => [[], []],
        'GET oauth/logout' => [[], []],
        'POST oauth/logout' => [[], []],
        'POST oauth/token' => [['grant_type', 'client_id', 'redirect_uri', 'scope', 'resource', 'client_assertion_type'], ['expires_in', 'scope', 'error', 'error_description']],
        'POST oauth/introspect' => [['client_id'], ['active', 'scope', 'client_id', 'exp', 'error', 'error_description']],
        'POST oauth/revoke' => [['client_id'], ['error', 'error_description']],
        'POST oauth/par' => [['client_id', 'response_type', 'redirect_uri', 'scope', 'prompt', 'max_age'], ['expires_in', 'error', 'error_description']],
        'POST oauth/device' => [['client_id', 'scope'], ['expires_in', 'interval', 'error', 'error_description']],
        'GET oauth/userinfo' => [[], ['sub', 'error', 'error_description']],
        'POST oauth/userinfo' => [[], ['sub', 'error', 'error_description']],
        'GET account/providers' => [[], []],
        'POST account/providers' => [['app', 'provider'], []],
        'POST account/providers/offers' => [[], []],
        'DELETE account/providers/{id}' => [[], []],
        'PUT providers/{key}/secret' => [[], []],
        'POST apps/{key}/secrets' => [[], ['id', 'hint']],
        'DELETE apps/{key}/secrets/{id}' => [[], []],
        'POST signing-keys' => [['algorithm'], []],
        'POST signing-keys/{kid}/withdraw' => [['reason'], []],
        'POST journeys' => [['title', 'rehearsal', 'app'], ['id']],
        'POST journeys/import' => [[], []],
        'DELETE journeys/{id}' => [[], []],
        'POST sessions/second-factor' => [['trust_device'], ['id']],
        'POST sessions/end' => [['ids'], ['ended', 'left']],
        'POST session/proof' => [[], []],
        'POST session/proof/options' => [[], ['rpId']],
        'DELETE session' => [[], []],
        'GET session' => [[], ['id', 'standing']],
        'GET account' => [[], ['id', 'version', 'access', 'owed']],
        'PATCH account' => [['name', 'language'], ['id', 'version', 'access', 'owed']],
        'PATCH account/fields' => [['fields'], ['id', 'version', 'access', 'owed']],
        'GET account/metadata' => [[], ['version']],
        'PUT account/metadata' => [[], ['version']],
        'PATCH account/metadata' => [[], ['version']],
        'PUT account/disclosure' => [['audience', 'field', 'agreed'], []],
        'POST account/terms' => [['version'], ['id', 'version', 'access', 'owed']],
        'POST account/address' => [['email'], ['state']],
        'POST account/address/take' => [[], ['address', 'app']],
        'POST account/address/undo/inspect' => [[], ['before', 'after']],
        'POST account/address/undo' => [[], ['address', 'app']],
        'DELETE account/sessions' => [[], ['ended']],
        'DELETE account/sessions/{id}' => [[], []],
        'GET account/factors' => [[], ['authenticators', 'trusted_devices', 'demanded_from']],
        'POST account/factors/authenticators' => [['name'], ['id']],
        'POST account/factors/authenticators/{id}/confirm' => [[], []],
        'DELETE account/factors/authenticators/{id}' => [[], []],
        'POST account/factors/recovery-codes' => [[], []],
        'DELETE account/factors/trusted-devices' => [[], []],
        'DELETE account/factors/reset' => [[], []],
        'POST accounts/{id}/release' => [['reason'], []],
        'POST brakes/release' => [['kind', 'source', 'reason'], []],
        'POST accounts/{id}/factors/reset' => [['reason'], ['due_at']],
        'DELETE accounts/{id}/factors/reset' => [[], []],
        'POST account/close' => [[], ['reopenable_until']],
        'PUT account/password' => [['end_others'], []],
        'PUT account/pictures/{field}' => [[], ['id', 'version', 'access', 'owed']],
        'GET apps/{key}' => [[], ['key', 'name']],
        'GET apps/{key}/signup-schema' => [[], ['title']],
        'PUT rules/draft' => [[], ['version', 'base_revision', 'changes']],
        'DELETE rules/draft' => [[], []],
        'POST rules/draft/rebase' => [[], ['version', 'base_revision', 'changes', 'conflicts']],
        'POST rules/draft/review' => [[], ['version', 'base_revision', 'reviewed_by']],
        'POST rules/draft/publish' => [['reason', 'overrule'], ['number', 'reason', 'overruled']],
        'POST rules/impact' => [[], []],
        'DELETE rules/impact/{id}' => [[], []],
        'POST rules/cases' => [['case', 'app'], ['id', 'expected']],
        'POST disclosure/cases' => [['case', 'field', 'audience'], ['id', 'expected']],
        'POST wordings/cases' => [['case', 'key'], ['id', 'expected']],
        'DELETE rules/cases/{id}' => [[], []],
        'POST rules/logos' => [[], ['id']],
        'POST wordings/sample' => [['key'], ['id', 'recipient']],
        'POST messages/{id}/release' => [[], ['id', 'kind', 'state']],
        'PUT mail/stand-in' => [['mode'], ['mode']],
        'POST texts' => [[], ['id', 'kind', 'state']],
        'POST bounces' => [[], ['items']],
        'POST messages/{id}/send-again' => [[], ['id', 'kind', 'state', 'attempts']],
        'POST invitations' => [['app', 'roles', 'language', 'way', 'until'], ['batch_id', 'sent', 'given']],
        'POST invitations/read' => [[], []],
        'POST invitations/sample' => [['app'], ['id', 'recipient']],
        'POST invitations/resend' => [['ids'], ['done', 'left']],
        'POST invitations/withdraw' => [['ids'], ['done', 'left']],
        'POST invitations/extend' => [['ids', 'until'], ['done', 'left']],
        'POST invitations/inspect' => [[], ['app', 'address', 'asks']],
        'POST invitations/accept' => [['name'], ['address', 'app']],
        'POST passwords/wrapping' => [['reason'], ['accounts']],
        'DELETE passwords/wrapping/{id}' => [[], []],
        'PUT imports/{id}' => [[], ['id', 'name', 'state']],
        'POST imports/{id}/preview' => [[], []],
        'POST imports/{id}/check' => [[], ['id', 'name', 'state']],
        'POST import-plans' => [['name'], []],
        'DELETE import-plans/{id}' => [[], []],
        'POST imports/{id}/begin' => [['reason'], ['id', 'name', 'state']],
        'DELETE imports/{id}' => [[], []],
        'POST passwords/calibration' => [[], ['id']],
        'DELETE passwords/calibration/{id}' => [[], []],
        'DELETE sessions/{id}' => [[], []],
        'POST roles' => [['key', 'label', 'app', 'permissions', 'includes', 'reason'], ['key', 'version', 'permissions', 'includes']],
        'PUT roles/{key}' => [['label', 'app', 'permissions', 'includes', 'reason'], ['key', 'version', 'permissions', 'includes']],
        'DELETE roles/{key}' => [[], []],
        'PUT permissions/{permission}' => [['app', 'description'], ['key', 'app']],
        'DELETE permissions/{permission}' => [[], []],
        'PUT exclusions/{key}' => [['roles', 'too_many', 'why'], ['key', 'roles', 'too_many']],
        'DELETE exclusions/{key}' => [[], []],
        'PUT accounts/{id}/roles/{key}' => [['until', 'app', 'reason'], []],
        'DELETE accounts/{id}/roles/{key}' => [[], []],
        'POST bulk-acts' => [['act', 'parameters', 'all', 'where'], ['id', 'act', 'state', 'total', 'planned', 'changed', 'left_out']],
        'DELETE bulk-acts/{id}' => [[], ['id', 'act', 'state', 'total', 'planned', 'changed', 'left_out']],
        'POST bulk-acts/{id}/begin' => [['reason'], ['id', 'act', 'state', 'total', 'planned', 'changed', 'left_out']],
        'POST bulk-acts/{id}/undo' => [[], ['id', 'act', 'state', 'total', 'planned', 'changed', 'left_out']],
        'POST exports' => [['format', 'columns', 'where', 'sort'], ['id', 'state', 'total', 'done', 'bytes']],
        'DELETE exports/{id}' => [[], []],
        'POST account-views' => [['name', 'is_shared', 'where', 'sort'], ['id']],
        'DELETE account-views/{id}' => [[], []],
        'POST accounts' => [['app', 'name', 'email', 'way', 'verified', 'reason', 'suspended', 'fields', 'metadata', 'roles', 'must_change'], []],
        'PATCH accounts/{id}' => [['name', 'email', 'verified', 'status', 'fields', 'must_change', 'reason'], ['id', 'version', 'status', 'access']],
        'POST accounts/{id}/suspend' => [['reason'], ['id', 'version', 'status', 'access']],
        'POST accounts/{id}/restore' => [['reason'], ['id', 'version', 'status', 'access']],
        'POST accounts/{id}/close' => [['reason'], ['id', 'version', 'status', 'access']],
        'POST accounts/{id}/reopen' => [['reason'], ['id', 'version', 'status', 'access']],
        'POST accounts/{id}/verify' => [['reason'], ['id', 'version', 'status', 'access']],
        'POST accounts/{id}/sign-out' => [['reason'], ['id', 'version', 'status', 'access']],
        'POST accounts/{id}/require-new-password' => [['reason', 'compromised'], ['id', 'version', 'status', 'access']],
        'POST accounts/{id}/temporary-password' => [['reason', 'mailed'], []],
        'POST accounts/{id}/recovery' => [[], ['state']],
        'POST accounts/{id}/waive' => [['subject', 'reason'], ['id', 'version', 'status', 'access']],
        'PATCH accounts/{id}/fields' => [['fields', 'reason'], ['id', 'version', 'status', 'access']],
        'PUT accounts/{id}/metadata/{kind}' => [[], ['version']],
        'PATCH accounts/{id}/metadata/{kind}' => [[], ['version']],
        'POST accounts/{id}/verification' => [[], ['state']],
    ];

    private const PROBLEM = ['type', 'code', 'title', 'status', 'detail', 'reasons', 'act_id', 'error', 'error_description'];

    private const QUERY = ['surface', 'limit', 'app', 'days', 'proven', 'must_change', 'digest', 'layout', 'response_type', 'client_id', 'redirect_uri', 'scope', 'prompt', 'max_age', 'code_challenge_method'];

    private const LONGEST = 16_384;

    /**
     * @param  list<string>  $request
     * @param  list<string>  $answer
     */
    private function __construct(private readonly array $request, private readonly array $answer)
    {
    }

    /** @return self|null null for a door that leaves no evidence */
    public static function at(Request $request): ?self
    {
        $door = self::DOORS[self::door($request)] ?? null;

        return $door === null ? null : new self(...$door);
    }

    /** Such as "POST accounts/{id}/suspend": the route's own words, without what the request put in. */
    public static function door(Request $request): string
    {
        $uri = (string) $request->route()?->uri();

        return $request->getMethod().' '.(str_starts_with($uri, 'api/v1/') ? substr($uri, strlen('api/v1/')) : $uri);
    }

    /** @return array<array-key, mixed>|string|null never raw text: what is neither JSON nor a form may hold anything */
    public function request(string $content, bool $isForm = false): array|string|null
    {
        if ($isForm && strlen($content) <= self::LONGEST) {
            parse_str($content, $sent);

            return self::only($sent, $this->request);
        }

        return $this->shown($content, $this->request);
    }

    /** @return array<array-key, mixed>|string|null */
    public function answer(string $content, int $status): array|string|null
    {
        return $this->shown($content, $status >= 400 ? self::PROBLEM : $this->answer);
    }

    /**
     * @param  array<array-key, mixed>  $query
     * @return array<array-key, mixed>
     */
    public function query(array $query): array
    {
        return self::only($query, self::QUERY);
    }

    /**
     * @param  list<string>  $keys
     * @return array<array-key, mixed>|string|null
     */
    private function shown(string $content, array $keys): array|string|null
    {
        if ($content === '') {
            return null;
        }
        $decoded = strlen($content) <= self::LONGEST ? json_decode($content, true, 16) : null;

        return is_array($decoded) && ! array_is_list($decoded) ? self::only($decoded, $keys) : '('.strlen($content).' bytes, not kept)';
    }

    /**
     * @param  array<array-key, mixed>  $values
     * @param  list<string>  $keys
     * @return array<array-key, mixed>
     */
    private static function only(array $values, array $keys): array
    {
        $shown = [];
        foreach ($values as $key => $value) {
            $name = mb_scrub(mb_substr((string) $key, 0, 60));
            $shown[$name] = match (true) {
                ! in_array($key, $keys, true) => self::MARK,
                $key === 'email' => self::address($value),
                default => $value,
            };
        }

        return $shown;
    }

    /** People type passwords into the wrong box; what is no address is not kept as one. */
    private static function address(mixed $typed): string
    {
        try {
            return is_string($typed) ? EmailAddress::parse($typed)->toString() : self::MARK;
        } catch (Refused) {
            return '(not an address)';
        }
    }
}
