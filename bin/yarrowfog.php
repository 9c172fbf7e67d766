<?php

declare(strict_types=1);

use App\CommandLine\BrushListCommand;
use App\CommandLine\BrushShowCommand;
use App\CommandLine\BundleCheckCommand;
use App\CommandLine\BundlePackCommand;
use App\CommandLine\BundleTakeCommand;
use App\CommandLine\CutCommand;
use App\CommandLine\DocsCommand;
use App\CommandLine\LibraryCheckCommand;
use App\CommandLine\LibraryCleanCommand;
use App\CommandLine\LibraryCopyCommand;
use App\CommandLine\LibraryKeepCommand;
use App\CommandLine\LibraryRestoreCommand;
use App\CommandLine\LibrarySaveCommand;
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
$application->addCommands([new CutCommand, new StrokeCommand, new SettingsCommand, new DocsCommand, new SheetListCommand, new SheetRenderCommand, new SheetExportCommand, new SheetImportCommand, new SheetTraceCommand, new LibraryCleanCommand, new LibraryCheckCommand, new LibrarySaveCommand, new LibraryRestoreCommand, new LibraryCopyCommand, new LibraryKeepCommand, new BundlePackCommand, new BundleCheckCommand, new BundleTakeCommand, new BrushListCommand, new BrushShowCommand]);
// `sheet render` is one command, whose name the console joins with a colon.
if (in_array($argv[1] ?? '', ['sheet', 'library', 'bundle', 'brush'], true) && isset($argv[2])) {
    array_splice($argv, 1, 2, ["{$argv[1]}:{$argv[2]}"]);
}
$application->run(new ArgvInput($argv));
