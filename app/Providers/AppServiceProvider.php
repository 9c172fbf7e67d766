<?php

declare(strict_types=1);

namespace App\Providers;

use App\Painting\UnlaidStrokes;
use App\Store\BlobStore;
use App\Store\DerivativeCache;
use App\Store\Epoch;
use App\Store\LibraryCheck;
use App\Store\LibraryConnection;
use App\Store\Locks;
use App\Store\ProcessCache;
use App\Store\Scratch;
use App\Store\SharedSession;
use App\Store\WholeFiles;
use Closure;
use Illuminate\Database\Connection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Session\SessionManager;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\ServiceProvider;
use PDO;

final class AppServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        Connection::resolverFor('sqlite', fn (PDO|Closure $pdo, string $database, string $prefix, array $config): LibraryConnection => new LibraryConnection($pdo, $database, $prefix, $config));
        $this->app->singleton(Locks::class, fn (): Locks => new Locks(Scratch::folder('locks')));
        $this->app->singleton(BlobStore::class, fn (): BlobStore => new BlobStore(new WholeFiles(Storage::disk('library'), lasts: true), app(Locks::class)));
        $this->app->singleton(Epoch::class, fn (): Epoch => new Epoch(storage_path('yarrowfog/epoch')));
        $this->app->bind(LibraryCheck::class, fn (): LibraryCheck => new LibraryCheck(Storage::disk('library')));
        $this->app->singleton(DerivativeCache::class, fn (): DerivativeCache => new DerivativeCache(new WholeFiles(Storage::disk('derived'))));
        $this->app->singleton(UnlaidStrokes::class);
        $this->app->singletonIf(ProcessCache::class, fn (): ProcessCache => new ProcessCache);
    }

    public function boot(): void
    {
        Model::shouldBeStrict();
        $this->app->make(SessionManager::class)->extend('shared', fn (): SharedSession => new SharedSession(Config::string('session.files'), Config::integer('session.lifetime'), app(Locks::class)));
    }
}
