<?php

declare(strict_types=1);

use App\CommandLine\CutCommand;
use App\CommandLine\DocsCommand;
use App\CommandLine\LibraryCheckCommand;
use App\CommandLine\LibraryCleanCommand;
use App\CommandLine\SettingsCommand;
use App\CommandLine\SheetExportCommand;
use App\CommandLine\SheetImportCommand;
use App\CommandLine\SheetListCommand;
use App\CommandLine\SheetRenderCommand;
use App\CommandLine\SheetTraceCommand;
use App\CommandLine\StrokeCommand;
use Symfony\Component\Console\Application;
use Symfony\Component\Console\Input\ArgvInput;

require __DIR__.'/../vendor/autoload.php';

$application = new Application('Yarrowfog');
$application->addCommands([new CutCommand, new StrokeCommand, new SettingsCommand, new DocsCommand, new SheetListCommand, new SheetRenderCommand, new SheetExportCommand, new SheetImportCommand, new SheetTraceCommand, new LibraryCleanCommand, new LibraryCheckCommand]);
// `sheet render` is one command, whose name the console joins with a colon.
if (in_array($argv[1] ?? '', ['sheet', 'library'], true) && isset($argv[2])) {
    array_splice($argv, 1, 2, ["{$argv[1]}:{$argv[2]}"]);
}
$application->run(new ArgvInput($argv));
