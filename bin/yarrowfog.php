<?php

declare(strict_types=1);

use App\CommandLine\CutCommand;
use App\CommandLine\DocsCommand;
use App\CommandLine\SettingsCommand;
use App\CommandLine\StrokeCommand;
use Symfony\Component\Console\Application;

require __DIR__.'/../vendor/autoload.php';

$application = new Application('Yarrowfog');
$application->addCommands([new CutCommand, new StrokeCommand, new SettingsCommand, new DocsCommand]);
$application->run();
