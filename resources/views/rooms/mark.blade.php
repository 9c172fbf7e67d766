<x-layout room="gather" title="Draw a mark">
    <x-slot:keys>
        <dt><kbd>,</kbd> <kbd>.</kbd></dt><dd>smaller, larger brush</dd>
        <dt><kbd>Shift</kbd></dt><dd>held when the pen goes down: a straight line</dd>
        <dt><kbd>Ctrl Z</kbd></dt><dd>undo a stroke</dd>
        <dt><kbd>Ctrl Shift Z</kbd></dt><dd>lay it again</dd>
    </x-slot:keys>
    <x-data id="mark-data" :value="['sheet' => ['url' => url('/sheets/'.$sheet->id), 'width' => $sheet->width, 'height' => $sheet->height], 'keepUrl' => route('mark.keep', $sheet), 'drawnUrl' => route('mark.drawn', $sheet), 'width' => $sheet->width, 'height' => $sheet->height, 'inHand' => $pen->id, 'sets' => app(App\Keeping\BrushFinder::class)->sets(), 'brushes' => App\Painting\BrushCard::all($brushes)]" />
    <main x-data="markRoom" class="grid min-h-0 grid-cols-[minmax(0,1fr)_300px] gap-[14px] px-5 py-[14px]">
        <section aria-label="Sheet to draw on" x-ref="mat" class="relative min-h-0 overflow-hidden rounded-[10px] bg-[#9a9a9a]">
            <div class="absolute inset-0" :class="placing ? 'pointer-events-none' : ''"><div x-ref="sheet" data-surface class="absolute shadow-[0_2px_12px_#0003]" :class="tinted ? 'backdrop-tint' : 'bg-white'" role="img" aria-label="Blank sheet: draw here with pen or mouse"></div></div>
            <svg x-ref="lines" class="pointer-events-none absolute overflow-visible" viewBox="0 0 {{ $sheet->width }} {{ $sheet->height }}" preserveAspectRatio="xMidYMid meet" aria-hidden="true">
                <path d="M-9999-9999H19999V19999H-9999ZM0 0V{{ $sheet->height }}H{{ $sheet->width }}V0Z" fill="#9a9a9a" fill-opacity="0.88" fill-rule="evenodd" x-show="placing" />
                <rect width="{{ $sheet->width }}" height="{{ $sheet->height }}" fill="none" stroke="#d9a720" stroke-width="2" x-show="placing" />
                <path d="M{{ $sheet->width / 2 }} 0V{{ $sheet->height }}" stroke="#a63d57" stroke-width="1.5" stroke-dasharray="8 6" x-show="lineAcross" />
                <path d="M0 {{ $sheet->height / 2 }}H{{ $sheet->width }}" stroke="#a63d57" stroke-width="1.5" stroke-dasharray="8 6" x-show="lineDown" />
                <line :x1="aimLine[0]" :y1="aimLine[1]" :x2="aimLine[2]" :y2="aimLine[3]" stroke="#d9a720" stroke-width="3" x-show="aimed" />
            </svg>
        </section>
        <aside class="flex min-h-0 flex-col gap-[10px]">
            <div class="card min-h-0 flex-1 overflow-y-auto p-4">
                <h1 class="m-0 mb-1 text-[17px]">Draw a mark</h1>
                <div class="mb-2 flex flex-wrap gap-[4px]" role="group" aria-label="What the mark becomes">
                    <template x-for="k in kinds" :key="k.kind"><button type="button" class="choice" :aria-pressed="isKind(k)" x-on:click="pickKind(k)" x-text="k.kind"></button></template>
                </div>
                <p class="small m-0 mb-2" x-text="kindSentence"></p>
                <label class="mb-2 flex items-center gap-2 text-[13.5px]" x-show="inColours" x-cloak><input type="color" class="ink-drop" :value="colour" x-on:input="setColour" aria-label="Colour to draw with"> Colour</label>
                <div class="mb-2 flex gap-[7px]" role="group" aria-label="Ink" x-show="!inColours">
                    <template x-for="g in greys" :key="g"><button type="button" class="size-[28px] rounded-[6px] p-0 shadow-[inset_0_0_0_1px_#0004] aria-pressed:outline-2 aria-pressed:outline-offset-2 aria-pressed:outline-yarrow-dark" :style="greyStyle(g)" :aria-pressed="isGrey(g)" :aria-label="greyName(g)" :title="greyName(g)" x-on:click="pickGrey(g)"></button></template>
                </div>
                <x-slider of="size" />
                <x-slider of="opacity" />
                <div class="mt-2 flex flex-col gap-[6px] text-[13.5px]">
                    <label class="flex items-center gap-2" x-show="isMask"><input type="checkbox" class="switch" :checked="darken" x-on:change="flip('darken')"> Only darken: greys never cover darker ones</label>
                    <label class="flex items-center gap-2"><input type="checkbox" class="switch" :checked="filling" x-on:change="flip('filling')"> Fill: a press fills the space that is closed in there</label>
                    <label class="flex items-center gap-2"><input type="checkbox" class="switch" :checked="guides" x-on:change="flip('guides')"> Lines through the middle, places snap to them</label>
                    <label class="flex items-center gap-2"><input type="checkbox" class="switch" :checked="across" x-on:change="flip('across')"> Mirror left and right</label>
                    <label class="flex items-center gap-2"><input type="checkbox" class="switch" :checked="down" x-on:change="flip('down')"> Mirror top and bottom</label>
                    <label class="flex items-center gap-2"><input type="checkbox" class="switch" :checked="tinted" x-on:change="flip('tinted')"> Tinted paper, to see white by</label>
                </div>
                <p class="small m-0 mt-2">Hold Shift as the pen goes down for a straight line.</p>
                <p class="mb-1 mt-3 text-[13.5px] font-bold">Brush</p>
                <span class="mb-1 flex gap-[6px]"><input type="search" class="field min-w-0 flex-1 py-[3px]" placeholder="Find a brush" aria-label="Find a brush" :value="brushWords" x-on:input="findBrush"><select class="field w-[112px] py-[3px]" aria-label="Which brushes" x-on:change="setShelf"><template x-for="s in shelves" :key="s.id"><option :value="s.id" :selected="isShelf(s)" x-text="s.label"></option></template></select></span>
                <x-brush-rail class="grid max-h-[170px] grid-cols-2 overflow-y-auto" />
                <div class="mt-3 flex flex-wrap gap-[6px]">
                    <button type="button" class="quiet bg-fog-200" x-on:click="undo" :disabled="!canUndo">Undo</button>
                    <button type="button" class="quiet bg-fog-200" x-on:click="redo" :disabled="!canRedo">Redo</button>
                </div>
                <div class="mt-3 border-t border-fog-200 pt-3">
                    <div class="flex flex-wrap gap-[6px]">
                        <button type="button" class="quiet bg-fog-200" x-on:click="fill" :disabled="!canUndo">Fill the sheet and centre</button>
                        <button type="button" class="quiet bg-fog-200" x-on:click="flip('placing')" :aria-expanded="placing" x-text="placing ? 'Draw on' : 'Place it'"></button>
                        <span class="small self-center" x-show="!placing &amp;&amp; !isPlacedAsDrawn">It will be placed as set.</span>
                    </div>
                    <div x-show="placing" x-cloak class="mt-2">
                        <x-slider of="scaleDial" /><x-slider of="turnDial" /><x-slider of="dxDial" /><x-slider of="dyDial" />
                        <button type="button" class="quiet mt-1 bg-fog-200" x-on:click="asDrawn" :disabled="isPlacedAsDrawn">As it was drawn</button>
                    </div>
                </div>
            </div>
            <p class="wrong m-0" role="alert" x-show="message !== ''" x-cloak x-text="message"></p>
            <div class="flex items-center gap-2">
                <a class="quiet bg-fog-200 no-underline" href="{{ route('gather') }}">Back</a>
                <button type="button" class="firm ml-auto px-[18px] py-[10px] text-[15px]" x-on:click="keep" :disabled="keeping || !canUndo">Use this mark</button>
            </div>
        </aside>
    </main>
</x-layout>
