@props(['room', 'title'])
@php
    $rooms = ['gather' => ['Gather', route('gather')], 'cut' => ['Cut', route('cut.latest')], 'tune' => ['Tune', route('tune.latest')], 'try' => ['Try', route('try.latest')], 'keep' => ['Keep', route('keep')]];
@endphp
<!doctype html>
<html lang="en-GB">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <meta name="csrf-token" content="{{ csrf_token() }}">
    <link rel="icon" href="/favicon.svg" type="image/svg+xml">
    <title>{{ $title }} · Yarrowfog</title>
    @vite(['resources/css/app.css', 'resources/js/app.js'])
</head>
<body>
<div class="room">
    <header class="flex items-center gap-7 border-b border-fog-200 bg-fog-50 px-5">
        <a href="{{ route('gather') }}" class="font-title text-[20px] font-semibold text-ink no-underline">Yarrowfog</a>
        <nav aria-label="Rooms" class="flex h-full items-center" x-data="rooms">
            @foreach ($rooms as $id => [$label, $href])
                @unless ($loop->first)<span aria-hidden="true" class="h-px w-[10px] bg-fog-300"></span>@endunless
                <a href="{{ $href }}" data-room="{{ $loop->iteration }}" @if ($id === $room) aria-current="page" @endif
                   class="relative flex h-full items-center px-4 text-[15px] text-stone no-underline hover:text-ink aria-[current]:font-bold aria-[current]:text-ink aria-[current]:after:absolute aria-[current]:after:inset-x-4 aria-[current]:after:bottom-0 aria-[current]:after:h-[3px] aria-[current]:after:rounded-[2px] aria-[current]:after:bg-yarrow aria-[current]:after:content-['']">{{ $label }}</a>
            @endforeach
        </nav>
        <div x-data="server" class="flex items-center gap-2">
            <p x-cloak x-show="isAway" role="status" class="m-0 rounded-full bg-yarrow-light px-3 py-1 text-[13px] text-yarrow-dark" x-text="message"></p>
            <p x-cloak x-show="hasRefused" role="status" data-refused class="m-0 flex items-center gap-2 rounded-full bg-yarrow-light px-3 py-1 text-[13px] text-yarrow-dark"><span x-text="refusedWords"></span><button type="button" class="cursor-pointer underline" @click="offer">Offer again</button><button type="button" class="cursor-pointer underline" @click="letGo">Let go</button></p>
        </div>
        <div class="ml-auto flex items-center gap-4">
            {{ $hand ?? '' }}
            <button type="button" class="quiet" x-data="keyHelp" x-on:click="toggle" aria-haspopup="dialog">Keys <kbd class="font-bold">?</kbd></button>
        </div>
    </header>
    {{ $slot }}
    <div x-data="bringing" data-pictures="{{ $room === 'keep' ? 'yes' : 'no' }}">
        <div class="pointer-events-none fixed inset-[60px_10px_10px] z-40 grid place-items-center rounded-[14px] border-2 border-dashed border-yarrow-dark bg-fog-50/80 font-title text-[22px]" x-show="isOver" x-cloak>Let go: bundles and pictures are looked at before they are taken</div>
        <div class="fixed bottom-4 right-4 z-40 flex items-center gap-3 rounded-[10px] bg-fog-50 px-4 py-3 text-[14px] shadow-[0_4px_18px_#0004]" role="status" x-show="isBringing" x-cloak><progress class="bar" :value="part"></progress><span class="max-w-[300px] truncate" x-text="words"></span><button type="button" class="quiet bg-fog-200" x-on:click="callOff">Call off</button></div>
        <div class="fixed bottom-4 right-4 z-40 flex max-w-[480px] items-center gap-3 rounded-[10px] bg-fog-50 px-4 py-3 text-[14px] shadow-[0_4px_18px_#0004]" role="alert" x-show="hasWrong" x-cloak><span class="text-madder" x-text="wrong"></span><a class="quiet whitespace-nowrap bg-fog-200 no-underline" :href="words" x-show="goesOn">Look at the others</a><button type="button" class="quiet" x-on:click="forget">Close</button></div>
    </div>
</div>
<dialog id="key-help" class="m-auto rounded-[10px] bg-fog-50 p-5 text-ink shadow-[0_8px_40px_#0005] backdrop:bg-black/30" aria-labelledby="key-help-title">
    <h2 id="key-help-title" class="mb-3 text-[17px]">Keys</h2>
    <dl class="grid grid-cols-[auto_1fr] gap-x-5 gap-y-1 text-[14px]">
        <dt><kbd>1</kbd>–<kbd>5</kbd></dt><dd>go to a room</dd>
        {{ $keys ?? '' }}
        <dt><kbd>?</kbd></dt><dd>show these keys</dd>
    </dl>
    <form method="dialog" class="mt-4 text-right"><button class="firm">Close</button></form>
</dialog>
</body>
</html>
