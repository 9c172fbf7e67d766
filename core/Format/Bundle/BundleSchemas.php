<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format\Bundle;

use Yarrowfog\Core\Tip\Tip;
use Yarrowfog\Core\Tip\TipKind;

/** JSON Schemas (draft 2020-12) of the documents in a bundle. More keys than these may stand in any of them. */
final class BundleSchemas
{
    private const DRAFT = 'https://json-schema.org/draft/2020-12/schema';

    private const PATH = ['type' => 'string', 'pattern' => '^[a-z]{1,20}/[a-zA-Z0-9][a-zA-Z0-9._-]{0,99}$', 'description' => 'place of a file in the bundle'];

    private const DAY = ['type' => 'string', 'pattern' => '^([0-9]{4}-[0-9]{2}-[0-9]{2})?$'];

    /** @return array<string, array<string, mixed>> by file name without its ending */
    public static function all(): array
    {
        return ['bundle' => self::bundle(), 'bundled-brush' => self::brush(), 'bundled-maker' => self::maker(), 'bundled-origin' => self::origin()];
    }

    /** @return array<string, mixed> */
    private static function bundle(): array
    {
        return self::document('Bundle', [
            'format' => ['const' => Manifest::FORMAT],
            'version' => ['type' => 'string', 'pattern' => '^[1-9][0-9]*\.[0-9]+$', 'description' => 'major.minor: a reader refuses a newer major version, and keeps what it does not know of a newer minor one'],
            'title' => self::text(120),
            'note' => self::text(4000),
            'maker' => self::orNull(self::PATH),
            'licence' => self::text(120),
            'date' => [...self::DAY, 'description' => 'of the newest brush in it'],
            'brushes' => ['type' => 'array', 'maxItems' => Manifest::MOST_BRUSHES, 'items' => self::PATH, 'description' => 'in their order'],
            'sets' => ['type' => 'array', 'maxItems' => 1000, 'items' => self::part([
                'name' => self::text(120),
                'note' => self::text(4000),
                'maker' => self::orNull(self::PATH),
                'brushes' => ['type' => 'array', 'items' => ['type' => 'integer', 'minimum' => 0], 'description' => 'which of the brushes, counted from 0, in their order'],
            ], ['name', 'brushes'])],
            'recordings' => ['type' => 'array', 'maxItems' => 1000, 'items' => self::part(['name' => self::text(120), 'path' => self::PATH], ['path'])],
            'entries' => ['type' => 'array', 'maxItems' => Manifest::MOST_ENTRIES, 'items' => self::part([
                'path' => self::PATH,
                'sha256' => ['type' => 'string', 'pattern' => '^[0-9a-f]{64}$'],
                'bytes' => ['type' => 'integer', 'minimum' => 0, 'maximum' => Entry::MOST],
            ], ['path', 'sha256', 'bytes']), 'description' => 'every file but bundle.json itself'],
        ], ['format', 'version', 'brushes', 'entries']);
    }

    /** @return array<string, mixed> */
    private static function brush(): array
    {
        return self::document('Brush in a bundle', [
            'name' => [...self::text(120), 'minLength' => 1],
            'note' => self::text(4000),
            'tags' => ['type' => 'array', 'items' => self::text(40)],
            'maker' => self::orNull(self::PATH),
            'licence' => [...self::text(120), 'description' => 'an SPDX identifier or words; empty where the maker’s holds'],
            'made' => self::DAY,
            ...self::paints(),
            'atHand' => ['type' => 'array', 'maxItems' => 6, 'items' => ['type' => 'string']],
            'strip' => self::part(['movement' => self::orNull(['type' => 'string']), 'picture' => self::orNull(self::PATH)]),
            'look' => self::orNull([...self::PATH, 'description' => 'its strip as a picture, to look at']),
            'versions' => ['type' => 'array', 'items' => self::part(['kept' => ['type' => 'string', 'description' => 'when, as 2026-11-29T10:00:00Z'], ...self::paints()], ['tip', 'settings']), 'description' => 'as it was, the oldest first'],
        ], ['name', 'tip', 'settings']);
    }

    /** @return array<string, mixed> */
    private static function maker(): array
    {
        return self::document('Maker in a bundle', ['name' => [...self::text(120), 'minLength' => 1], 'licence' => self::text(120), 'note' => self::text(1000), 'mark' => self::orNull(self::PATH), 'signature' => self::orNull(self::PATH)], ['name']);
    }

    /** @return array<string, mixed> */
    private static function origin(): array
    {
        return self::document('What a tip was cut from', [
            'sources' => ['type' => 'array', 'minItems' => 1, 'maxItems' => Tip::MOST_FRAMES, 'items' => self::part([
                'name' => self::text(120),
                'path' => self::PATH,
                'origin' => self::text(20),
                'dpi' => self::orNull(['type' => 'integer', 'minimum' => 1]),
                'cutList' => self::orNull(['$ref' => 'cut-list.json']),
            ], ['path'])],
            'cutList' => ['$ref' => 'cut-list.json'],
            'evened' => ['type' => 'boolean', 'description' => 'whether the frames were brought to one size'],
        ], ['sources', 'cutList']);
    }

    /** @return array<string, mixed> what a brush paints with, now or when it was kept once */
    private static function paints(): array
    {
        $side = ['type' => 'integer', 'minimum' => 1, 'maximum' => Tip::LARGEST];
        $tip = self::part([
            'name' => self::text(120),
            'kind' => ['enum' => TipKind::names()],
            'frames' => ['type' => 'array', 'minItems' => 1, 'maxItems' => Tip::MOST_FRAMES, 'items' => self::part(['path' => self::PATH, 'width' => $side, 'height' => $side], ['path', 'width', 'height'])],
            'dpi' => self::orNull(['type' => 'integer', 'minimum' => 1]),
            'from' => self::PATH,
        ], ['kind', 'frames']);

        return [
            'tip' => $tip,
            'bite' => self::orNull($tip),
            'tooth' => self::orNull(self::part(['name' => self::text(120), 'path' => self::PATH, 'side' => $side], ['path', 'side'])),
            'roll' => ['type' => 'integer', 'minimum' => 0, 'maximum' => 0x7FFFFFFF],
            'settings' => ['$ref' => 'brush.json'],
        ];
    }

    /** @return array{type: 'string', maxLength: int} */
    private static function text(int $longest): array
    {
        return ['type' => 'string', 'maxLength' => $longest];
    }

    /**
     * @param  array<string, mixed>  $schema
     * @return array{anyOf: list<array<string, mixed>>}
     */
    private static function orNull(array $schema): array
    {
        return ['anyOf' => [$schema, ['type' => 'null']]];
    }

    /**
     * @param  array<string, mixed>  $properties
     * @param  list<string>  $required
     * @return array<string, mixed>
     */
    private static function document(string $title, array $properties, array $required): array
    {
        return ['$schema' => self::DRAFT, 'title' => $title, ...self::part($properties, $required)];
    }

    /**
     * @param  array<string, mixed>  $properties
     * @param  list<string>  $required
     * @return array<string, mixed>
     */
    private static function part(array $properties, array $required = []): array
    {
        return ['type' => 'object', 'properties' => $properties, ...$required === [] ? [] : ['required' => $required]];
    }
}
