<?php

declare(strict_types=1);

namespace App\Keeping;

/** Licences that are offered for brushes, by their SPDX identifiers (spdx.org/licenses); words of one's own are allowed as well. */
final class Licences
{
    public const OFFERED = [
        'CC0-1.0' => 'no rights reserved',
        'CC-BY-4.0' => 'with the maker’s name',
        'CC-BY-SA-4.0' => 'with the maker’s name, and passed on alike',
        'CC-BY-NC-4.0' => 'with the maker’s name, not for sale',
        'CC-BY-ND-4.0' => 'with the maker’s name, unchanged',
        'CC-BY-NC-SA-4.0' => 'with the name, not for sale, passed on alike',
        'MIT' => 'with this notice',
        'All rights reserved' => 'words of one’s own',
    ];
}
