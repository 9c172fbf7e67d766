<?php

declare(strict_types=1);

namespace App\CommandLine;

use App\Bundles\BundleOrder;
use App\Bundles\BundlePacker;
use App\Models\Brush;
use App\Models\BrushSet;
use Illuminate\Foundation\Application;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Yarrowfog\Core\InvalidInput;

#[AsCommand('bundle:pack', 'Packs a set, a brush or all brushes into a bundle')]
final class BundlePackCommand extends LibraryCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addOption('set', null, InputOption::VALUE_REQUIRED, 'a set, by its name or number')
            ->addOption('brush', null, InputOption::VALUE_REQUIRED, 'one brush, by its name or number')
            ->addOption('all', null, InputOption::VALUE_NONE, 'all brushes with all sets')
            ->addOption('versions', null, InputOption::VALUE_NONE, 'earlier versions too')
            ->addOption('sources', null, InputOption::VALUE_NONE, 'what the tips were cut from too')
            ->addOption('recordings', null, InputOption::VALUE_NONE, 'the painter’s own pen movements too')
            ->addOption('out', null, InputOption::VALUE_REQUIRED, 'the file, a .fogbundle');
    }

    protected function workOn(Application $app, InputInterface $input, OutputInterface $output): void
    {
        $out = self::option($input, 'out');
        $with = array_map(fn (string $what): bool => $input->getOption($what) === true, ['versions', 'sources', 'recordings']);
        [$set, $brush] = [$input->getOption('set'), $input->getOption('brush')];
        $order = match (true) {
            is_string($set) => BundleOrder::ofSet(self::set($set), ...$with),
            is_string($brush) => (fn (Brush $one): BundleOrder => new BundleOrder([$one->id], $one->name, [], ...$with))(self::brush($brush)),
            $input->getOption('all') === true => BundleOrder::ofAll(...$with),
            default => throw new InvalidInput('set', 'Say what to pack: --set NAME, --brush NAME or --all.'),
        };
        $app->make(BundlePacker::class)->pack($order, $out);
        $count = count($order->ids);
        $output->writeln(sprintf('%s, %s kB', $count === 1 ? '1 brush' : number_format($count).' brushes', number_format((int) filesize($out) / 1024)));
    }

    private static function set(string $name): BrushSet
    {
        return array_find(BrushSet::all()->all(), fn (BrushSet $set): bool => $set->name === $name) ?? (ctype_digit($name) ? BrushSet::query()->find((int) $name) : null)
            ?? throw new InvalidInput('set', "There is no set “{$name}”. Sets here: ".implode(', ', array_map(fn (BrushSet $set): string => "“{$set->name}”", BrushSet::all()->all())).'.');
    }
}
