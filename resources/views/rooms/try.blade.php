<x-layout room="try" :title="$sheet->name">
    <x-slot:keys>
        <dt><kbd>,</kbd> <kbd>.</kbd></dt><dd>smaller, larger brush</dd>
        <dt><kbd>Ctrl Z</kbd></dt><dd>undo the last thing done</dd>
        <dt><kbd>Ctrl Shift Z</kbd></dt><dd>do it again</dd>
        <dt><kbd>Shift</kbd></dt><dd>held when the pen goes down: a straight line; with <kbd>Ctrl</kbd> at whole steps of 15°</dd>
        <dt><kbd>G</kbd></dt><dd>held: a straight line from where the last stroke ended</dd>
        <dt><kbd>C</kbd></dt><dd>held: a press takes the colour there for the ink</dd>
        <dt><kbd>R</kbd></dt><dd>the two inks change places</dd>
        <dt><kbd>W</kbd></dt><dd>what the brush does: paints, erases, smudges</dd>
        <dt><kbd>D</kbd></dt><dd>held: a mouse presses harder, where its pressure comes from this key</dd>
        <dt><kbd>T</kbd></dt><dd>take up strokes, or paint again</dd>
        <dt><kbd>A</kbd></dt><dd>draw a box, or an outline, around a part of the sheet</dd>
        <dt>arrows</dt><dd>move what is taken up by 1 px, with <kbd>Shift</kbd> by 10</dd>
        <dt><kbd>Delete</kbd> <kbd>Esc</kbd></dt><dd>delete it, let it go</dd>
        <dt><kbd>H</kbd></dt><dd>hide or show the layer in hand</dd>
        <dt><kbd>Page Up</kbd> <kbd>Page Down</kbd></dt><dd>the layer above, below; with <kbd>Alt</kbd> it changes places</dd>
        <dt><kbd>Space</kbd></dt><dd>hold to move the sheet</dd>
        <dt><kbd>Ctrl</kbd> wheel, <kbd>+</kbd> <kbd>-</kbd></dt><dd>zoom</dd>
        <dt><kbd>0</kbd> <kbd>F</kbd></dt><dd>px for px, fit the sheet</dd>
        <dt><kbd>J</kbd> <kbd>L</kbd> <kbd>M</kbd></dt><dd>turn the view, see it in a mirror</dd>
        <dt><kbd>U</kbd></dt><dd>the view upright and whole again</dd>
    </x-slot:keys>
    <x-data id="try-data" :value="['sheet' => ['url' => url('/sheets/'.$sheet->id), 'width' => $sheet->width, 'height' => $sheet->height, 'paper' => $sheet->paper, 'tooth' => $sheet->tooth], 'inksUrl' => route('inks'), 'inHand' => $inHand?->id, 'sets' => app(App\Keeping\BrushFinder::class)->sets(), 'brushes' => App\Painting\BrushCard::all($brushes), 'sources' => $sources->map(fn ($s) => ['id' => $s->id, 'name' => $s->name, 'thumb' => route('sources.thumb', $s)])->values()]" />
    <main x-data="tryRoom" class="relative min-h-0 overflow-hidden bg-[#9a9a9a]">
        <div x-ref="mat" class="absolute inset-0 overflow-hidden">
            <div x-ref="sheet" data-surface class="absolute shadow-[0_2px_12px_#0003]" :class="isPickingInk ? 'cursor-crosshair' : ''" role="img" aria-label="{{ $sheet->name }}: paint here with pen or mouse"></div>
            <x-try.handles :sheet="$sheet" />
            <p class="pointer-events-none absolute inset-0 m-0 flex items-center justify-center bg-fog-50/70 font-title text-[20px]" x-show="isHeldOver" x-cloak>Drop it: it will lie on a layer of its own.</p>
        </div>
        <div class="absolute left-[14px] right-[14px] top-[12px] flex flex-wrap items-center gap-[6px] min-[940px]:flex-nowrap" x-on:keydown.escape="closeMenus">
            <h1 class="on-mat m-0 min-w-[90px] truncate font-title text-[15px]">{{ $sheet->name }} <span class="font-sans text-[12.5px] font-normal text-stone" title="{{ $sheet->facts() }}">{{ number_format($sheet->width) }} × {{ number_format($sheet->height) }} px</span></h1>
            <button type="button" class="on-mat" x-on:click="undo" :disabled="!canUndo" :title="undoWords">Undo</button>
            <button type="button" class="on-mat" x-on:click="redo" :disabled="!canRedo" :title="redoWords">Redo</button>
            <span class="on-mat flex flex-none gap-[2px] p-[3px]" role="group" aria-label="What the hand does">
                <button type="button" class="choice" :aria-pressed="isPaintingMode" x-on:click="startPaintingAgain">Paint</button>
                <button type="button" class="choice" :aria-pressed="isTaking" x-on:click="startTaking">Take up</button>
                <button type="button" class="choice" :aria-pressed="isBoxing" x-on:click="startBoxing">Area</button>
            </span>
            <div class="relative flex-none">
                <span class="on-mat flex items-center gap-1 py-[3px]"><button type="button" class="size-[24px]" x-on:click="farther" aria-label="Farther">−</button><button type="button" class="h-[24px] min-w-[52px] whitespace-nowrap px-1 text-center tabular-nums aria-expanded:bg-yarrow-light rounded-[5px]" x-on:click="toggleView" :aria-expanded="showsView" x-text="viewWords" title="How the sheet is looked at" data-view></button><button type="button" class="size-[24px]" x-on:click="closer" aria-label="Closer">+</button></span>
                <div class="card absolute left-0 top-[36px] z-10 w-[240px] p-3 shadow-[0_2px_10px_#0003]" x-show="showsView" x-cloak role="group" aria-label="View">
                    <div class="flex flex-wrap gap-[4px]"><button type="button" class="tool" x-on:click="fit">Fit</button><button type="button" class="tool" x-on:click="atFullSize">px for px</button><button type="button" class="tool" x-on:click="flipView" :aria-pressed="isMirrored">Mirror</button><button type="button" class="tool" x-on:click="straighten">Upright</button></div>
                    <x-slider of="angleDial" class="mt-1" />
                    <p class="small m-0">Only the view is turned; the sheet stays as it is. Two fingers do it too.</p>
                </div>
            </div>
            <select class="on-mat w-[136px] flex-none border-0" aria-label="Symmetry" x-on:change="setSymmetry">
                <template x-for="w in ways" :key="w.id"><option :value="w.id" :selected="isSymmetry(w)" x-text="w.label"></option></template>
            </select>
            <p class="on-mat m-0 text-stone" role="status" x-show="isBringing" x-cloak>Laying it on the sheet …</p>
            <div class="relative ml-auto min-w-[70px]" data-hand>
                <button type="button" class="on-mat max-w-full truncate text-stone" x-on:click="toggleHand" :aria-expanded="showsHand" title="Pressure without a pen, steadying, fingers"><span x-text="penWords"></span> ▾</button>
                <x-try.hand />
            </div>
            <div class="relative flex-none" data-saves>
                <button type="button" class="on-mat" x-on:click="toggleSaving" :aria-expanded="saving">Save</button>
                <x-try.saves />
            </div>
            <a class="on-mat no-underline" href="{{ route('sheets') }}">Sheets</a>
        </div>
        <div class="pointer-events-none absolute left-[14px] right-[266px] top-[52px] flex flex-wrap gap-[6px]">
            <p class="pointer-events-auto m-0 w-fit rounded bg-fog-50 px-2 py-1 text-[13px] text-madder shadow-[0_1px_4px_#0002]" role="alert" x-show="message !== ''" x-cloak x-text="message"></p>
            <p class="on-mat pointer-events-auto m-0 flex items-center gap-2 shadow-[0_1px_4px_#0002]" role="status" x-show="isLong" x-cloak data-work><progress class="bar" max="1" :value="workPart" aria-label="How far it has come"></progress><span x-text="workWords"></span><button type="button" class="underline" x-on:click="callOff">Call off</button></p>
            <p class="on-mat m-0 text-stone shadow-[0_1px_4px_#0002]" role="status" x-show="said !== ''" x-cloak x-text="said"></p>
        </div>
        <div class="absolute bottom-[124px] right-[14px] top-[58px] flex w-[238px] flex-col justify-start gap-[10px]">
            <x-try.taken />
            <section class="card flex-none p-[10px]" aria-label="Area" x-show="isBoxing" x-cloak data-area>
                <div class="flex items-center justify-between"><h2 class="m-0 text-[15px]">Area</h2><span class="flex gap-[2px]" role="group" aria-label="How it is drawn"><button type="button" class="choice" :aria-pressed="!isFree" x-on:click="drawBoxes">Box</button><button type="button" class="choice" :aria-pressed="isFree" x-on:click="drawOutlines">Free outline</button></span></div>
                <p class="small m-0" x-text="areaWords"></p>
                <div class="mt-[6px] flex flex-wrap gap-[4px]" x-show="hasArea">
                    <button type="button" class="tool bg-yarrow-light" x-on:click="cutArea" title="All paint shown there becomes a source, to be cut into a tip">Cut it</button>
                    <button type="button" class="tool" x-on:click="copyArea">Copy to a new layer</button>
                    <button type="button" class="tool" x-on:click="clearArea">Clear inside</button>
                </div>
            </section>
            <x-try.tracing />
            <x-try.layers />
            <p class="on-mat m-0 text-[12px] text-stone" x-show="!showsTaken" x-text="historyWords" data-history></p>
        </div>
        <x-try.dock />
    </main>
</x-layout>
