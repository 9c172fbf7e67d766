<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make;

use Yarrowfog\Core\Make\Grounds\CheckedCloth;
use Yarrowfog\Core\Make\Grounds\Cloth;
use Yarrowfog\Core\Make\Grounds\Grass;
use Yarrowfog\Core\Make\Grounds\Moss;
use Yarrowfog\Core\Make\Grounds\Pebbles;
use Yarrowfog\Core\Make\Grounds\Sand;
use Yarrowfog\Core\Make\Grounds\Slate;
use Yarrowfog\Core\Make\Grounds\SquaredPaper;
use Yarrowfog\Core\Make\Grounds\Tiles;
use Yarrowfog\Core\Make\Grounds\Wood;

/** Everything that a find can be laid on. */
final class Grounds
{
    /** The plain table that a photo was taken on from the beginning. */
    public const TABLE = 'table';

    /** @var array<string, class-string<Ground>> */
    public const ALL = [
        'cloth' => Cloth::class,
        'checked cloth' => CheckedCloth::class,
        'wood' => Wood::class,
        'sand' => Sand::class,
        'grass' => Grass::class,
        'squared paper' => SquaredPaper::class,
        'slate' => Slate::class,
        'pebbles' => Pebbles::class,
        'moss' => Moss::class,
        'tiles' => Tiles::class,
    ];

    public static function named(string $name): Ground
    {
        $class = self::ALL[$name];

        return new $class;
    }
}
