<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make;

use Yarrowfog\Core\Make\Finds\Barnacles;
use Yarrowfog\Core\Make\Finds\Coins;
use Yarrowfog\Core\Make\Finds\Feather;
use Yarrowfog\Core\Make\Finds\InkMark;
use Yarrowfog\Core\Make\Finds\Net;
use Yarrowfog\Core\Make\Finds\Pebble;
use Yarrowfog\Core\Make\Finds\PencilRubbing;
use Yarrowfog\Core\Make\Finds\PressedWeed;
use Yarrowfog\Core\Make\Finds\Rope;
use Yarrowfog\Core\Make\Finds\Shell;
use Yarrowfog\Core\Make\Finds\TornPaper;

/** Everything that lies ready to be scanned or photographed. */
final class Finds
{
    /** @var array<string, class-string<Find>> */
    public const ALL = [
        'feather' => Feather::class,
        'barnacles' => Barnacles::class,
        'rope' => Rope::class,
        'shell' => Shell::class,
        'net' => Net::class,
        'pebble' => Pebble::class,
        'torn paper' => TornPaper::class,
        'ink mark' => InkMark::class,
        'pencil rubbing' => PencilRubbing::class,
        'pressed weed' => PressedWeed::class,
        'coins' => Coins::class,
    ];

    public static function named(string $name): Find
    {
        $class = self::ALL[$name];

        return new $class;
    }
}
