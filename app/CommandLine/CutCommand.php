<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Pictures\PictureFile;
use App\Store\AtomicFile;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Yarrowfog\Core\Cut\CheckList;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\Format\Schemas;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Tip\Frame;

#[AsCommand('cut', 'Cuts a picture into a tip')]
final class CutCommand extends EngineCommand
{
    protected function configure(): void
    {
        $this->addArgument('in', InputArgument::REQUIRED, 'the picture: PNG, JPEG, WebP, TIFF, BMP or GIF')
            ->addOption('steps', null, InputOption::VALUE_REQUIRED, 'the cut list, JSON (docs/schema/cut-list.json)')
            ->addOption('out', null, InputOption::VALUE_REQUIRED, 'the tip, PNG')
            ->addOption('report', null, InputOption::VALUE_REQUIRED, 'what the check list found, JSON');
    }

    protected function work(InputInterface $input, OutputInterface $output): void
    {
        $in = $input->getArgument('in');
        $list = CutList::read(JsonFile::read(self::option($input, 'steps'), Schemas::cutList()));
        $out = self::option($input, 'out');
        $picture = self::picture(is_string($in) ? $in : throw new InvalidInput('in', 'Name one picture.'));
        $replay = Replay::of($list, $picture->bitmap());
        $cut = $replay->picture;
        AtomicFile::write($out, PictureFile::png(Frame::fromPicture($cut, $list->kind)->toPicture(), $picture->dpi));
        $findings = array_map(fn (Finding $f): array => $f->toArray(), CheckList::look(CutResult::of($replay, $list, $picture->bitmap(...))));
        $report = $input->getOption('report');
        if (is_string($report)) {
            JsonFile::write($report, ['width' => $cut->width, 'height' => $cut->height, 'kind' => $list->kind->value, 'findings' => $findings]);
        }
        $output->writeln("{$cut->width} × {$cut->height} px, {$list->kind->value}");
        foreach ($findings as $finding) {
            $output->writeln('– '.$finding['sentence']);
        }
    }
}
