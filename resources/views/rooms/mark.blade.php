<x-layout room="gather" title="Draw a mark">
    <x-slot:keys>
        <dt><kbd>,</kbd> <kbd>.</kbd></dt><dd>smaller, larger brush</dd>
        <dt><kbd>Ctrl Z</kbd></dt><dd>undo a stroke</dd>
        <dt><kbd>Ctrl Shift Z</kbd></dt><dd>lay it again</dd>
    </x-slot:keys>
    <x-data id="mark-data" :value="['sheet' => ['url' => url('/sheets/'.$sheet->id)], 'keepUrl' => route('mark.keep', $sheet), 'inHand' => null, 'brushes' => App\Painting\BrushCard::all($brushes)]" />
    <main x-data="markRoom" class="grid min-h-0 grid-cols-[minmax(0,1fr)_300px] gap-[14px] px-5 py-[14px]">
        <section aria-label="Square to draw on" x-ref="mat" class="relative min-h-0 overflow-hidden rounded-[10px] bg-[#9a9a9a]">
            <canvas x-ref="sheet" width="{{ $sheet->width }}" height="{{ $sheet->height }}" class="absolute bg-white shadow-[0_2px_12px_#0003]" role="img" aria-label="Blank square: draw here with pen or mouse"></canvas>
        </section>
        <aside class="flex min-h-0 flex-col gap-[10px]">
            <div class="card p-4">
                <h1 class="m-0 mb-1 text-[17px]">Draw a mark</h1>
                <p class="small m-0 mb-3">Black prints fully, greys print in part, white does not print.</p>
                <x-slider of="size" />
                <x-slider of="opacity" class="mt-2" />
                <p class="mb-1 mt-3 text-[13.5px] font-bold">Brush</p>
                <x-brush-rail class="grid max-h-[260px] grid-cols-2 overflow-y-auto" />
                <div class="mt-3 flex gap-[6px]">
                    <button type="button" class="quiet bg-fog-200" x-on:click="undo" :disabled="!canUndo">Undo</button>
                    <button type="button" class="quiet bg-fog-200" x-on:click="redo" :disabled="!canRedo">Redo</button>
                </div>
            </div>
            <p class="wrong m-0" role="alert" x-show="message !== ''" x-cloak x-text="message"></p>
            <div class="mt-auto flex items-center gap-2">
                <a class="quiet bg-fog-200 no-underline" href="{{ route('gather') }}">Back</a>
                <button type="button" class="firm ml-auto px-[18px] py-[10px] text-[15px]" x-on:click="keep" :disabled="keeping || !canUndo">Use this mark</button>
            </div>
        </aside>
    </main>
</x-layout>
