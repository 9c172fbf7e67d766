<?php

declare(strict_types=1);

namespace App\Http;

use Illuminate\Http\Request;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Json;
use Yarrowfog\Core\JsonReader;

/** The JSON that a page sent, ready to be read with types and names. */
final class JsonBody
{
    /** Bytes of what a page sends: settings, cut lists with masks drawn by hand. */
    public const MOST = 2 * 1024 * 1024;

    /** Bytes of a piece of a stroke. */
    public const PIECE = 512 * 1024;

    /** Bytes of a whole stroke, or of a recording: half an hour of a fast tablet. */
    public const TRACE = 40 * 1024 * 1024;

    /**
     * @param  int  $most  bytes; looked at before anything is decoded
     *
     * @throws InvalidInput when it is no JSON, or too long
     */
    public static function read(Request $request, int $most = self::MOST): JsonReader
    {
        if (strlen($request->getContent()) > $most) {
            throw new InvalidInput('', sprintf('That is more than %s kB, and more than is taken here at once.', number_format($most / 1024)));
        }

        return JsonReader::of(Json::decode($request->getContent()));
    }
}
