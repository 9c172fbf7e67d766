<?php

declare(strict_types=1);

namespace App\Http;

use App\Models\Brush;
use App\Models\Sheet;
use Illuminate\Http\JsonResponse;

/** What is said of a thing that is not there any more. */
final class Gone
{
    public const SENTENCE = 'This is gone: it was deleted, perhaps in another tab. Go back to its room; what can be brought back is offered there.';

    /** @param  string  $model  class of the thing */
    public static function answer(string $model): JsonResponse
    {
        return new JsonResponse(['message' => match ($model) {
            Sheet::class => 'This sheet is gone.',
            Brush::class => 'This brush is gone.',
            default => self::SENTENCE,
        }], 404);
    }
}
