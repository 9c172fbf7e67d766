<?php

declare(strict_types=1);

namespace App\Providers;

use App\Store\Derived;
use App\Store\Kept;
use App\Store\LibraryConnection;
use App\Store\Memory;
use Closure;
use Illuminate\Database\Connection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\ServiceProvider;
use PDO;

final class AppServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        Connection::resolverFor('sqlite', fn (PDO|Closure $pdo, string $database, string $prefix, array $config): LibraryConnection => new LibraryConnection($pdo, $database, $prefix, $config));
        $this->app->singleton(Kept::class, fn (): Kept => new Kept(storage_path('yarrowfog/kept')));
        $this->app->singleton(Derived::class, fn (): Derived => new Derived(storage_path('yarrowfog/derived')));
        $this->app->singletonIf(Memory::class, fn (): Memory => new Memory);
    }

    public function boot(): void
    {
        Model::shouldBeStrict();
    }
}
