# Shared by the scripts in bin/: where things are, how PHP is run, what must be installed.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
export COMPOSER_ALLOW_SUPERUSER=1 COMPOSER_NO_INTERACTION=1

source bin/flags.sh

say() { printf '%s\n' "$*"; }

as_root() {
    if [ "$(id -u)" = 0 ]; then "$@"; else sudo "$@"; fi
}

have_php() {
    command -v php >/dev/null || return 1
    local loaded
    loaded=$(php -m)
    for module in curl dom imagick intl mbstring pdo_sqlite zip "Zend OPcache"; do
        grep -qx "$module" <<<"$loaded" || return 1
    done
}

# Node of at least 20.19, which the front-end build needs.
have_node() {
    command -v node >/dev/null && command -v npm >/dev/null &&
        node -e 'const [a,b]=process.versions.node.split(".").map(Number);process.exit(a>20||(a===20&&b>=19)?0:1)'
}

install_system() {
    local wanted=()
    have_php || wanted+=(php8.2-cli php8.2-sqlite3 php8.2-zip php8.2-curl php8.2-xml php8.2-mbstring php8.2-intl php-imagick)
    command -v composer >/dev/null || wanted+=(composer)
    command -v unzip >/dev/null || wanted+=(unzip)
    command -v curl >/dev/null || wanted+=(curl)
    command -v node >/dev/null || wanted+=(nodejs)
    command -v npm >/dev/null || wanted+=(npm)
    local servers=()
    [ -x /usr/sbin/nginx ] || command -v nginx >/dev/null || servers+=(nginx)
    [ -x /usr/sbin/php-fpm8.2 ] || servers+=(php8.2-fpm)
    wanted+=("${servers[@]}")
    # Drawings of lines are made into pixels by it.
    command -v rsvg-convert >/dev/null || wanted+=(librsvg2-bin)
    [ "${1:-}" != with-browser ] || command -v chromedriver >/dev/null || wanted+=(chromium chromium-driver)
    [ "${1:-}" != with-compiler ] || command -v gcc >/dev/null || wanted+=(gcc libc6-dev)
    if [ ${#wanted[@]} -gt 0 ]; then
        say "Installing system packages: ${wanted[*]}"
        as_root apt-get update -qq
        as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${wanted[@]}" >/dev/null
        # Yarrowfog runs them itself, as whoever starts it: those of the system are not to stand beside it.
        if [ ${#servers[@]} -gt 0 ] && [ -d /run/systemd/system ]; then
            as_root systemctl disable --quiet --now "${servers[@]}" || true
        fi
    fi
    if ! have_node; then
        # Debian 12's own Node is older than the build needs; a newer one comes as an ordinary package.
        [ -x storage/tools/node_modules/.bin/node ] || npm install --no-save --silent --prefix storage/tools node@22
        export PATH="$PWD/storage/tools/node_modules/.bin:$PATH"
    fi
}

# Runs a step again only when what it depends on has changed: once STAMP COMMAND -- FILES…
once() {
    local stamp="storage/stamps/$1" command=$2 sum
    shift 2
    sum=$(find "$@" -type f -print0 | sort -z | xargs -0 sha256sum | sha256sum)
    if [ ! -f "$stamp" ] || [ "$(cat "$stamp")" != "$sum" ]; then
        $command
        mkdir -p storage/stamps
        printf '%s' "$sum" >"$stamp"
    fi
}

composer_install() {
    say 'Installing PHP packages …'
    composer install --quiet --no-progress
}

npm_build() {
    say 'Building the front end …'
    npm install --silent --no-audit --no-fund
    npm run --silent build -- --logLevel warn
}

install_packages() {
    [ -d vendor ] || rm -f storage/stamps/composer
    [ -d public/build ] || rm -f storage/stamps/front-end
    once composer composer_install composer.json compat
    once front-end npm_build package.json vite.config.js resources
}

make_folders() {
    mkdir -p storage/framework/{cache,sessions,views} storage/logs storage/yarrowfog bootstrap/cache
}
