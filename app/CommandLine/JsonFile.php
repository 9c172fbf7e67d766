<?php

declare(strict_types=1);

namespace App\CommandLine;

use Opis\JsonSchema\Errors\ValidationError;
use Opis\JsonSchema\Helper;
use Opis\JsonSchema\Validator;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Json;

/** Reads JSON files and checks them against their schema. */
final class JsonFile
{
    /**
     * @param  array<string, mixed>  $schema
     *
     * @throws InvalidInput naming the key that is wrong
     */
    public static function read(string $file, array $schema): mixed
    {
        $json = @file_get_contents($file);
        if (! is_string($json)) {
            throw new InvalidInput('', "The file “{$file}” cannot be read.");
        }
        $decoded = Json::decode($json);
        $schemaObject = Helper::toJSON($schema);
        $result = (new Validator)->validate(json_decode($json), is_object($schemaObject) ? $schemaObject : true);
        $error = $result->error();
        if ($error !== null) {
            throw self::describe($error, $file);
        }

        return $decoded;
    }

    /** @param  mixed  $value  anything that JSON can hold */
    public static function write(string $file, mixed $value): void
    {
        \App\Store\AtomicFile::write($file, json_encode($value, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES)."\n");
    }

    private static function describe(ValidationError $error, string $file): InvalidInput
    {
        $error = self::innermost($error);
        $path = array_map(fn (int|string $p): string => (string) $p, array_values($error->data()->fullPath()));
        $arguments = $error->args();
        $key = implode('.', $path);
        if ($error->keyword() === 'additionalProperties' && is_array($arguments['properties'] ?? null)) {
            $unknown = array_values($arguments['properties'])[0] ?? '';
            $key = implode('.', [...$path, is_string($unknown) ? $unknown : '']);

            return new InvalidInput($key, "{$file}: “{$key}” is not a key that is known here.");
        }
        $words = [];
        foreach ($arguments as $name => $value) {
            $words[] = "{$name} ".json_encode($value, JSON_UNESCAPED_UNICODE);
        }
        $said = $error->keyword() === 'required' ? 'misses a key' : "does not fit “{$error->keyword()}”";

        return new InvalidInput($key, "{$file}: ".($key === '' ? 'the whole' : "“{$key}”")." {$said}".($words === [] ? '' : ' ('.implode(', ', $words).')').'.');
    }

    private static function innermost(ValidationError $error): ValidationError
    {
        foreach ($error->subErrors() as $inner) {
            if ($inner instanceof ValidationError) {
                return self::innermost($inner);
            }
        }

        return $error;
    }
}
