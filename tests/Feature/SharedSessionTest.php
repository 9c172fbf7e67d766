<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Store\Locks;
use App\Store\SharedSession;
use Illuminate\Session\SessionManager;
use Illuminate\Session\Store;

/** Requests of one browser that are answered at the same time, each by a server process of its own. */
final class SharedSessionTest extends FeatureTestCase
{
    private const ID = 'abcdefghijabcdefghijabcdefghijabcdefghij';

    public function test_what_one_request_put_there_is_not_taken_back_by_one_that_had_read_before(): void
    {
        $this->request(fn (Store $session) => $session->put(['kept' => 'yes', 'given-up' => 'yes', 'in-hand.Brush' => 1, 'in-hand.Sheet' => 2, 'pair' => [1, 'one']]));
        // Asks how far a tip is, and takes long.
        $slow = $this->started();
        $this->request(function (Store $session): void {
            $session->put(['begun' => [7, 'It begins at 64 px'], 'in-hand.Brush' => 7, 'pair' => [2, 'two']]);
            $session->forget('given-up');
        });
        $slow->put('in-hand.Sheet', 9);
        $slow->put('noticed', true);
        $slow->save();

        $now = $this->started();
        self::assertSame([7, 'It begins at 64 px'], $now->get('begun'));
        self::assertSame(['Brush' => 7, 'Sheet' => 9], $now->get('in-hand'));
        self::assertSame([2, 'two'], $now->get('pair'));
        self::assertSame('yes', $now->get('kept'));
        self::assertTrue($now->get('noticed'));
        self::assertFalse($now->has('given-up'));
    }

    public function test_of_two_changes_of_one_thing_the_later_one_counts_and_what_is_forgotten_goes(): void
    {
        $this->request(fn (Store $session) => $session->put(['pair' => [1, 'one'], 'begun' => [1, 'a'], 'in-hand' => ['Brush' => 1, 'Sheet' => 2]]));
        [$one, $other] = [$this->started(), $this->started()];
        $one->put('pair', [2, 'two']);
        $one->forget('in-hand.Sheet');
        $other->put('pair', [3]);
        $other->put('in-hand.Brush', 5);
        $other->forget('begun');
        $one->save();
        $other->save();

        $now = $this->started();
        self::assertSame([3], $now->get('pair'));
        self::assertSame(['Brush' => 5], $now->get('in-hand'));
        self::assertFalse($now->has('begun'));
    }

    public function test_a_session_that_is_only_read_is_not_written_but_does_not_lapse(): void
    {
        $this->request(fn (Store $session) => $session->put('kept', 'yes'));
        $this->request(fn (Store $session) => null);
        $path = storage_path('framework/sessions/'.self::ID);
        $hourAgo = time() - 3600;
        touch($path, $hourAgo);
        $this->request(fn (Store $session) => $session->get('kept'));
        clearstatcache();
        self::assertSame($hourAgo, filemtime($path));
        touch($path, time() - 25 * 3600);
        $this->request(fn (Store $session) => $session->get('kept'));
        clearstatcache();
        self::assertGreaterThan($hourAgo, filemtime($path));
        self::assertSame('yes', $this->started()->get('kept'));
    }

    public function test_a_session_that_is_gone_or_spoiled_is_begun_anew(): void
    {
        $this->request(fn (Store $session) => $session->put('kept', 'yes'));
        $session = $this->started();
        unlink(storage_path('framework/sessions/'.self::ID));
        $session->put('more', 1);
        $session->save();
        self::assertSame(['yes', 1], [$this->started()->get('kept'), $this->started()->get('more')]);

        file_put_contents(storage_path('framework/sessions/'.self::ID), 'a:1:{s:4:"kep');
        $session = $this->started();
        self::assertFalse($session->has('kept'));
        $session->put('more', 2);
        $session->save();
        self::assertSame(2, $this->started()->get('more'));
    }

    /** The application's own sessions are these; only tests that do without files ask for others. */
    public function test_the_application_keeps_its_sessions_so(): void
    {
        putenv('SESSION_DRIVER');
        $asked = $_ENV['SESSION_DRIVER'];
        unset($_ENV['SESSION_DRIVER'], $_SERVER['SESSION_DRIVER']);
        try {
            config(['session' => require config_path('session.php')]);
        } finally {
            putenv("SESSION_DRIVER={$asked}");
            $_ENV['SESSION_DRIVER'] = $_SERVER['SESSION_DRIVER'] = $asked;
        }
        $session = app(SessionManager::class)->driver();
        self::assertInstanceOf(Store::class, $session);
        self::assertInstanceOf(SharedSession::class, $session->getHandler());
    }

    private function request(callable $do): void
    {
        $session = $this->started();
        $do($session);
        $session->save();
    }

    /** A session as a process of its own reads it. */
    private function started(): Store
    {
        $session = new Store('yarrowfog', new SharedSession(storage_path('framework/sessions'), 60, app(Locks::class)), self::ID);
        $session->start();

        return $session;
    }
}
