<?php

declare(strict_types=1);

namespace Kennel\App;

use Illuminate\Routing\Route;
use Illuminate\Support\Facades\Route as Router;
use Kennel\App\Credentials\Http\RequireFreshProof;
use Kennel\App\Credentials\Http\RequirePermission;
use Kennel\App\Foundation\Http\Idempotency;
use Kennel\App\Foundation\Http\ThrottleSource;
use Kennel\App\Policy\Http\UnderDraft;
use Kennel\App\Trail\Http\Kept;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Throttling\ThrottleRules;

/** A route that says everything about itself: who may come, how often, what the trace keeps. A test holds that each says who and what. */
final readonly class Endpoint
{
    /** Under this name a route's action says who may come: "open", "own" or a permission. */
    public const ACCESS = 'access';

    private function __construct(private Route $route)
    {
    }

    /** @param  array{class-string, string}  $action */
    public static function get(string $path, array $action): self
    {
        return new self(Router::get($path, $action));
    }

    /** @param  array{class-string, string}  $action */
    public static function post(string $path, array $action): self
    {
        return new self(Router::post($path, $action));
    }

    /** @param  array{class-string, string}  $action */
    public static function put(string $path, array $action): self
    {
        return new self(Router::put($path, $action));
    }

    /** @param  array{class-string, string}  $action */
    public static function patch(string $path, array $action): self
    {
        return new self(Router::patch($path, $action));
    }

    /** @param  array{class-string, string}  $action */
    public static function delete(string $path, array $action): self
    {
        return new self(Router::delete($path, $action));
    }

    /**
     * @param  list<string>  $methods
     * @param  array{class-string, string}  $action
     */
    public static function match(array $methods, string $path, array $action): self
    {
        return new self(Router::match($methods, $path, $action));
    }

    /** For anyone, signed in or not. */
    public function open(): self
    {
        return $this->says(self::ACCESS, 'open');
    }

    /** For the account of the session; limited accounts as well, since this is where they settle what they owe. */
    public function own(): self
    {
        return $this->says(self::ACCESS, 'own');
    }

    /** For operators who hold it. It is asked here, and again where the rows are read. */
    public function needs(Permission $permission): self
    {
        return $this->through(RequirePermission::named($permission))->says(self::ACCESS, $permission->value);
    }

    /** The password was typed not long ago: for what hands out power. */
    public function reauthenticated(): self
    {
        return $this->through(RequireFreshProof::class);
    }

    /** @param  key-of<ThrottleRules::LIMITS>  $what  the limit that counts here, by source */
    public function throttled(string $what): self
    {
        return $this->through(ThrottleSource::by($what));
    }

    /** Sent again under the same key it is done once. */
    public function idempotent(): self
    {
        return $this->through(Idempotency::class);
    }

    /** An operator can try the draft here. */
    public function underDraft(): self
    {
        return $this->through(UnderDraft::class);
    }

    /**
     * What the trace keeps of the values; of every other key it keeps that it was sent. A new field is private until it is named here.
     *
     * @param  list<string>  $request  keys of the body
     * @param  list<string>  $response  keys of the answer
     */
    public function traces(array $request = [], array $response = []): self
    {
        return $this->says(Kept::TRACES, [$request, $response]);
    }

    /** Asked while someone types, or undoes what it does: it leaves nothing in the trace. */
    public function untraced(): self
    {
        return $this->says(Kept::TRACES, null);
    }

    public function where(string $parameter, string $pattern): self
    {
        $this->route->where($parameter, $pattern);

        return $this;
    }

    public function whereUuid(string $parameter): self
    {
        $this->route->whereUuid($parameter);

        return $this;
    }

    public function through(string $middleware): self
    {
        $this->route->middleware($middleware);

        return $this;
    }

    private function says(string $name, mixed $value): self
    {
        $this->route->setAction([...$this->route->getAction(), $name => $value]);

        return $this;
    }
}
