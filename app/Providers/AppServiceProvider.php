<?php

declare(strict_types=1);

namespace App\Providers;

use App\Store\BlobStore;
use App\Store\DerivativeCache;
use App\Store\LibraryConnection;
use App\Store\ProcessCache;
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
        $this->app->singleton(BlobStore::class, fn (): BlobStore => new BlobStore(storage_path('yarrowfog/kept')));
        $this->app->singleton(DerivativeCache::class, fn (): DerivativeCache => new DerivativeCache(storage_path('yarrowfog/derived')));
        $this->app->singletonIf(ProcessCache::class, fn (): ProcessCache => new ProcessCache);
    }

    public function boot(): void
    {
        Model::shouldBeStrict();
    }
}
