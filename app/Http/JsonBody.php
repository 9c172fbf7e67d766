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
    /** @throws InvalidInput when it is no JSON */
    public static function read(Request $request): JsonReader
    {
        return JsonReader::of(Json::decode($request->getContent()));
    }
}
