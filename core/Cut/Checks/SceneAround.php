<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Mending;
use Yarrowfog\Core\Cut\Steps\HandMask;
use Yarrowfog\Core\Cut\Steps\KeepArea;
use Yarrowfog\Core\Cut\Steps\TakeThing;
use Yarrowfog\Core\Cut\Thing\StandsOut;
use Yarrowfog\Core\Cut\Thing\Surroundings;

/**
 * A photo of a thing somewhere is no mark on paper: clearing a colour or paper would eat the thing, or leave the place it stands in.
 *
 * What to do is asked: nothing is taken out of a scene by itself.
 */
final class SceneAround implements Check
{
    public const ID = 'scene-around';

    public function look(CutResult $cut): ?Finding
    {
        // Whoever says by hand what is to stay knows what is in the picture.
        foreach ([TakeThing::class, KeepArea::class, HandMask::class] as $step) {
            if ($cut->step($step) !== null) {
                return null;
            }
        }
        // What was straightened begins with what is left of it.
        $first = $cut->list->placeBehindStraightening();
        $source = $cut->before($first)?->picture;
        $around = $source === null ? null : Surroundings::of($source);
        if ($source === null || $around === null || ! $around->isStuff()) {
            return null;
        }
        $box = StandsOut::box($source);
        $isScene = $around->kind === Surroundings::SCENE;
        $where = $box === [] ? 'Nothing stands out in it: draw a box around what you want.' : 'What stands out in it can be taken out.';
        $sure = sprintf('%.0f %% sure', 100 * $around->sure);

        return new Finding(
            self::ID,
            $isScene ? "This is no mark on paper but a scene ({$sure}): all of it would print. {$where}" : "It lies on a plain backing ({$sure}). If it is a thing and no mark, take it out whole. {$where}",
            ['sure' => $around->sure, 'uneven' => $around->uneven],
            Mending::with('Take the thing', $first, TakeThing::class, ['area' => $box]),
            isNote: ! $isScene,
        );
    }
}
