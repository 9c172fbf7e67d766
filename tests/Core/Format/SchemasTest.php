<?php

declare(strict_types=1);

namespace Tests\Core\Format;

use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Format\Bundle\BundleSchemas;
use Yarrowfog\Core\Format\Schemas;

final class SchemasTest extends TestCase
{
    public function test_the_written_schemas_are_fresh(): void
    {
        self::assertNotSame([], Schemas::all());
        foreach ([...Schemas::all(), ...BundleSchemas::all()] as $name => $schema) {
            self::assertJsonStringEqualsJsonFile(dirname(__DIR__, 3)."/docs/schema/{$name}.json", json_encode($schema, JSON_THROW_ON_ERROR), 'Run bin/yarrowfog docs.');
        }
    }
}
