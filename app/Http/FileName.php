<?php

declare(strict_types=1);

namespace App\Http;

use Illuminate\Http\UploadedFile;

/** What a thing is called that somebody brings in a file: a file may be called anything, in any encoding. */
final class FileName
{
    private const LONGEST = 120;

    /**
     * The file's name without its ending, and without what a name may not hold.
     *
     * @param  string  $else  where nothing is left of it
     */
    public static function of(UploadedFile $file, string $else, int $longest = self::LONGEST): string
    {
        $name = pathinfo(strtr($file->getClientOriginalName(), '\\', '/'), PATHINFO_FILENAME);
        $name = mb_substr(trim((string) preg_replace('/[\p{C}\/]+/u', ' ', mb_scrub($name))), 0, $longest);

        return $name === '' ? $else : $name;
    }
}
