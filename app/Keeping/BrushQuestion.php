<?php

declare(strict_types=1);

namespace App\Keeping;

use Illuminate\Http\Request;
use Yarrowfog\Core\Advice\BrushTraits;
use Yarrowfog\Core\Colour\ColourName;
use Yarrowfog\Core\Stroke\Choice\Does;
use Yarrowfog\Core\Tip\TipKind;

/** What is looked for in Keep, as the address of the page holds it. What is unknown in it asks for nothing. */
final readonly class BrushQuestion
{
    /** On no set, in place of a set's number. */
    public const ON_NONE = -1;

    public const WITH = ['tooth', 'bite'];

    public const SORTS = ['newest', 'name', 'used', 'oldest'];

    /** Days since a brush was made, by their words. */
    public const MADE = ['today' => 1, 'this week' => 7, 'this month' => 31, 'this year' => 366];

    /**
     * @param  string  $words  beginnings of words
     * @param  int  $set  number of a set, ON_NONE, or 0 for any
     * @param  int  $maker  number of a maker, or 0 for any
     * @param  int  $sheet  number of a sheet that it was used on, or 0 for any
     */
    public function __construct(
        public string $words = '',
        public int $set = 0,
        public int $maker = 0,
        public string $tag = '',
        public string $kind = '',
        public string $does = '',
        public string $lays = '',
        public string $with = '',
        public string $colour = '',
        public string $made = '',
        public int $sheet = 0,
        public string $sort = '',
    ) {
    }

    public static function of(Request $request): self
    {
        $text = fn (string $key): string => is_string($request->query($key)) ? mb_substr(mb_scrub($request->query($key)), 0, 200) : '';
        $choice = fn (string $key, array $known): string => in_array($text($key), $known, true) ? $text($key) : '';
        $number = fn (string $key): int => preg_match('/^[0-9]{1,18}$/', $text($key)) === 1 ? (int) $text($key) : 0;

        return new self(
            $text('q'),
            $text('set') === 'none' ? self::ON_NONE : $number('set'),
            $number('maker'),
            $text('tag'),
            $choice('kind', TipKind::names()),
            $choice('does', array_column(Does::cases(), 'value')),
            $choice('lays', [BrushTraits::BAND, BrushTraits::STAMP, BrushTraits::DABS]),
            $choice('with', self::WITH),
            $choice('colour', [...ColourName::ALL, BrushTraits::OWN]),
            $choice('made', array_keys(self::MADE)),
            $number('sheet'),
            $choice('sort', self::SORTS),
        );
    }
}
