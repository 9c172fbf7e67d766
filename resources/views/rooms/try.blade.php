<x-layout room="try" :title="$sheet->name">
    <x-slot:keys>
        <dt><kbd>,</kbd> <kbd>.</kbd></dt><dd>smaller, larger brush</dd>
        <dt><kbd>Ctrl Z</kbd></dt><dd>undo the last thing done</dd>
        <dt><kbd>Ctrl Shift Z</kbd></dt><dd>do it again</dd>
        <dt><kbd>Shift</kbd></dt><dd>held when the pen goes down: a straight line; with <kbd>Ctrl</kbd> at whole steps of 15°</dd>
        <dt><kbd>T</kbd></dt><dd>take up strokes, or paint again</dd>
        <dt><kbd>A</kbd></dt><dd>draw a box around a part of the sheet</dd>
        <dt>arrows</dt><dd>move what is taken up by 1 px, with <kbd>Shift</kbd> by 10</dd>
        <dt><kbd>Delete</kbd> <kbd>Esc</kbd></dt><dd>delete it, let it go</dd>
        <dt><kbd>H</kbd></dt><dd>hide or show the layer in hand</dd>
        <dt><kbd>Page Up</kbd> <kbd>Page Down</kbd></dt><dd>the layer above, below; with <kbd>Alt</kbd> it changes places</dd>
        <dt><kbd>Space</kbd></dt><dd>hold to move the sheet</dd>
        <dt><kbd>Ctrl</kbd> wheel, <kbd>+</kbd> <kbd>-</kbd></dt><dd>zoom</dd>
        <dt><kbd>0</kbd> <kbd>F</kbd></dt><dd>px for px, fit the sheet</dd>
    </x-slot:keys>
    <x-data id="try-data" :value="['sheet' => ['url' => url('/sheets/'.$sheet->id), 'width' => $sheet->width, 'height' => $sheet->height, 'paper' => $sheet->paper], 'sheetsUrl' => route('sheets.store'), 'openUrl' => route('sheets.open'), 'inHand' => $inHand?->id, 'brushes' => App\Painting\BrushCard::all($brushes)]" />
    <main x-data="tryRoom" class="relative min-h-0 overflow-hidden bg-[#9a9a9a]">
        <div x-ref="mat" class="absolute inset-0 overflow-hidden">
            <div x-ref="sheet" data-surface class="absolute shadow-[0_2px_12px_#0003]" role="img" aria-label="{{ $sheet->name }}: paint here with pen or mouse"></div>
            <x-try.handles :sheet="$sheet" />
            <p class="pointer-events-none absolute inset-0 m-0 flex items-center justify-center bg-fog-50/70 font-title text-[20px]" x-show="isHeldOver" x-cloak>Drop it: it will lie on a layer of its own.</p>
        </div>
        <div class="absolute left-[14px] right-[14px] top-[12px] flex flex-wrap items-center gap-[6px]" x-on:keydown.escape="closeMenus">
            <h1 class="on-mat m-0 font-title text-[15px]">{{ $sheet->name }} <span class="font-sans text-[12.5px] font-normal text-stone">{{ number_format($sheet->width) }} × {{ number_format($sheet->height) }} px</span></h1>
            <button type="button" class="on-mat" x-on:click="undo" :disabled="!canUndo" :title="undoWords">Undo</button>
            <button type="button" class="on-mat" x-on:click="redo" :disabled="!canRedo" :title="redoWords">Redo</button>
            <span class="on-mat flex gap-[2px] p-[3px]" role="group" aria-label="What the hand does">
                <button type="button" class="choice" :aria-pressed="isPaintingMode" x-on:click="startPaintingAgain">Paint</button>
                <button type="button" class="choice" :aria-pressed="isTaking" x-on:click="startTaking">Take up</button>
                <button type="button" class="choice" :aria-pressed="isBoxing" x-on:click="startBoxing">Area</button>
            </span>
            <span class="on-mat flex items-center gap-1 py-[3px]"><button type="button" class="size-[24px]" x-on:click="farther" aria-label="Farther">−</button><button type="button" class="h-[24px] w-[52px] text-center tabular-nums" x-on:click="fit" x-text="zoom" title="Fit the sheet"></button><button type="button" class="size-[24px]" x-on:click="closer" aria-label="Closer">+</button></span>
            <select class="on-mat w-[136px] border-0" aria-label="Symmetry" x-on:change="setSymmetry">
                <template x-for="w in ways" :key="w.id"><option :value="w.id" :selected="isSymmetry(w)" x-text="w.label"></option></template>
            </select>
            <p class="on-mat m-0 text-stone" role="status" x-show="isBringing" x-cloak>Laying it on the sheet …</p>
            <span class="ml-auto"><span class="on-mat text-stone max-[1150px]:hidden" x-text="penWords"></span></span>
            <div class="relative" data-saves>
                <button type="button" class="on-mat" x-on:click="toggleSaving" :aria-expanded="saving">Save</button>
                <ul class="card absolute right-0 top-[36px] z-10 m-0 flex w-[250px] list-none flex-col gap-[2px] p-2 shadow-[0_2px_10px_#0003]" x-show="saving" x-cloak>
                    <li><a class="quiet block no-underline" href="{{ route('sheets.picture', $sheet) }}?paper=1" download x-on:click="closeMenus">PNG, with its paper</a></li>
                    <li><a class="quiet block no-underline" href="{{ route('sheets.picture', $sheet) }}" download x-on:click="closeMenus">PNG, paint only, on nothing</a></li>
                    <li><a class="quiet flex flex-col no-underline" href="{{ route('sheets.picture', $sheet) }}?bits=16" download x-on:click="closeMenus">PNG, paint only, 16 bits a channel<span class="small">all the fine steps that thin glazes make</span></a></li>
                    <li><a class="quiet flex flex-col no-underline" href="{{ route('sheets.export', $sheet) }}" download x-on:click="closeMenus">OpenRaster, with all layers<span class="small">for other painting programs</span></a></li>
                    <li><a class="quiet flex flex-col no-underline" href="{{ route('sheets.trace', $sheet) }}" download x-on:click="closeMenus">SVG, line art traced<span class="small">a group for each ink, twelve at most</span></a></li>
                </ul>
            </div>
            <div class="relative" data-sheets>
                <button type="button" class="on-mat" x-on:click="toggleListing" :aria-expanded="listing">Sheets</button>
                <ul class="card absolute right-0 top-[36px] z-10 m-0 flex max-h-[60vh] w-[260px] list-none flex-col gap-[2px] overflow-y-auto p-2 shadow-[0_2px_10px_#0003]" x-show="listing" x-cloak>
                    <li><label class="quiet flex cursor-pointer flex-col bg-fog-200">Open an OpenRaster file<input type="file" accept=".ora,image/openraster" class="sr-only" x-on:change="openSheet" aria-label="Open an OpenRaster file"></label></li>
                    <li class="wrong px-2" role="alert" x-show="openMessage !== ''" x-cloak x-text="openMessage"></li>
                    @foreach ($sheets as $other)
                        <li><a class="quiet flex flex-col no-underline" href="{{ route('try', $other) }}" @if ($other->is($sheet)) aria-current="page" @endif><span class="truncate">{{ $other->name }}</span><span class="small">{{ number_format($other->width) }} × {{ number_format($other->height) }} px · {{ $other->created_at?->format('j M Y, H:i') }}</span></a></li>
                    @endforeach
                </ul>
            </div>
            <div class="relative">
                <button type="button" class="on-mat" x-on:click="toggleAsking" :aria-expanded="asking">New sheet</button>
                <form class="card absolute right-0 top-[36px] z-10 w-[240px] p-3 shadow-[0_2px_10px_#0003]" x-show="asking" x-cloak x-on:submit.prevent="makeSheet">
                    <div class="flex items-center gap-2 text-[13px]">
                        <label>Width <input class="field w-[72px]" type="number" x-model="width"></label>
                        <label>Height <input class="field w-[72px]" type="number" x-model="height"></label>
                    </div>
                    <p class="small m-0 mt-1">px, from 16 to 6,000. What is painted here stays.</p>
                    <p class="wrong m-0" role="alert" x-show="sheetMessage !== ''" x-text="sheetMessage"></p>
                    <button class="firm mt-2">Make it</button>
                </form>
            </div>
        </div>
        <p class="absolute left-[14px] right-[266px] top-[54px] m-0 w-fit rounded bg-fog-50 px-2 py-1 text-[13px] text-madder shadow-[0_1px_4px_#0002]" role="alert" x-show="message !== ''" x-cloak x-text="message"></p>
        <div class="absolute bottom-[124px] right-[14px] top-[58px] flex w-[238px] flex-col justify-start gap-[10px]">
            <x-try.taken />
            <section class="card flex-none p-[10px]" aria-label="Area" x-show="isBoxing" x-cloak data-area>
                <h2 class="m-0 text-[15px]">Area</h2>
                <p class="small m-0" x-text="areaWords"></p>
                <div class="mt-[6px] flex flex-wrap gap-[4px]" x-show="hasArea">
                    <button type="button" class="tool bg-yarrow-light" x-on:click="cutArea" title="All paint shown there becomes a source, to be cut into a tip">Cut it</button>
                    <button type="button" class="tool" x-on:click="copyArea">Copy to a new layer</button>
                    <button type="button" class="tool" x-on:click="clearArea">Clear inside</button>
                </div>
            </section>
            <x-try.layers />
            <p class="on-mat m-0 text-[12px] text-stone" x-show="!showsTaken" x-text="historyWords" data-history></p>
        </div>
        <div class="absolute inset-x-[14px] bottom-[14px] flex h-[96px] items-center gap-[14px] rounded-[12px] bg-fog-50 px-[14px] shadow-[0_2px_10px_#0003]">
            <span class="flex flex-none flex-col gap-[5px]">
                <label class="flex items-center gap-[6px] text-[12px] text-stone"><input type="color" :value="mainInk" x-on:input="setMainInk" aria-label="Main ink" class="ink-drop">main</label>
                <label class="flex items-center gap-[6px] text-[12px] text-stone"><input type="color" :value="secondInk" x-on:input="setSecondInk" aria-label="Second ink" class="ink-drop">second</label>
            </span>
            <x-slider of="size" class="w-[170px] flex-none" />
            <span class="w-[150px] flex-none">
                <x-slider of="opacity" />
                <button type="button" class="text-[12px] text-stone underline" x-show="isOffKept" x-cloak x-on:click="asKept">As kept</button>
            </span>
            <span class="h-[60px] w-px flex-none bg-fog-200"></span>
            <x-brush-rail class="flex min-w-0 overflow-x-auto" />
        </div>
    </main>
</x-layout>
