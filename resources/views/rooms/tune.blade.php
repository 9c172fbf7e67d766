<x-layout room="tune" :title="$brush->name">
    <x-slot:hand><p class="m-0 flex items-center gap-2 text-[13px] text-stone"><i class="size-2 rounded-full bg-sage"></i>Practice pen · slow swell, quick flicks, taps</p></x-slot:hand>
    <x-slot:keys>
        <dt><kbd>Ctrl Z</kbd></dt><dd>undo a change</dd>
        <dt><kbd>Ctrl Shift Z</kbd></dt><dd>do it again</dd>
        <dt><kbd>←</kbd> <kbd>→</kbd></dt><dd>move a slider, or a point of the curve</dd>
    </x-slot:keys>
    <x-data id="tune-data" :value="['id' => $brush->id, 'url' => route('tune', $brush), 'brush' => $brush->current()->toArray(), 'keptBrush' => $brush->kept->toArray(), 'roll' => $brush->roll, 'settings' => $settings]" />
    <main x-data="tuneRoom" class="grid min-h-0 grid-rows-[minmax(180px,262px)_144px_minmax(0,1fr)] gap-[10px] px-5 py-3">
        <section aria-label="Swatch" class="relative min-h-0 overflow-hidden rounded-[10px] bg-white shadow-[0_0_0_1px_var(--color-fog-200)]">
            <canvas x-ref="swatch" class="absolute inset-0" role="img" :aria-label="'Practice strokes painted with ' + standing"></canvas>
            <div class="absolute left-[14px] top-[10px] flex items-baseline gap-[10px]">
                <h1 class="m-0 text-[19px]">{{ $brush->name }}</h1>
                <span class="text-[13px] text-stone" x-text="standing"></span>
            </div>
            <div class="absolute right-3 top-[10px] flex items-center gap-[6px]">
                <span class="mr-1 flex items-center gap-1">
                    <input type="color" :value="ink('main')" x-on:input="setInk('main', $event)" aria-label="Main ink" class="size-[30px] rounded-[7px] border border-fog-300 bg-white p-[2px]">
                    <button type="button" class="px-1 text-stone" x-on:click="swapInks" aria-label="Swap the inks" title="Swap the inks">⇄</button>
                    <input type="color" :value="ink('second')" x-on:input="setInk('second', $event)" aria-label="Second ink" class="size-[24px] rounded-[7px] border border-fog-300 bg-white p-[2px]">
                </span>
                <button type="button" class="quiet" x-on:click="undo" :disabled="!canUndo">Undo</button>
                <button type="button" class="quiet" x-on:click="redo" :disabled="!canRedo">Redo</button>
                <button type="button" class="quiet" x-on:click="anotherRoll">Another roll</button>
                <button type="button" class="quiet" x-on:click="putBack" :disabled="!isChanged">Put back</button>
                <button type="button" class="firm" x-on:click="keep" :disabled="!isChanged">Keep changes</button>
                <a class="quiet no-underline" href="{{ route('try.latest') }}">Try it</a>
            </div>
            <p class="absolute bottom-[8px] left-[14px] m-0 rounded bg-white/85 px-1 text-[13px] text-stone" role="status"><b class="text-ink">Step report</b> <span data-report x-text="report.words"></span></p>
            <p class="wrong absolute bottom-[8px] right-[14px] m-0" role="alert" x-text="message"></p>
        </section>

        <section aria-label="Stations of the stroke" class="grid grid-cols-5" role="tablist">
            <template x-for="s in stations" :key="s.id">
                <button type="button" role="tab" :aria-selected="station === s.id" x-on:click="choose(s.id)"
                        class="rounded-[10px] px-3 py-[9px] text-left aria-selected:bg-fog-50 aria-selected:shadow-[0_0_0_1.5px_var(--color-yarrow)]">
                    <span class="flex items-baseline justify-between gap-2"><span class="font-title text-[15px] font-semibold" x-text="s.label"></span><span class="truncate text-[12px] text-stone" x-text="summary(s.id)"></span></span>
                    <span aria-hidden="true" class="mt-[6px] block h-[96px]"></span>
                </button>
            </template>
            {{-- The pictures lie over their tabs, so that each has a place of its own to be drawn on. --}}
            <div class="pointer-events-none col-span-5 -mt-[112px] grid grid-cols-5" aria-hidden="true">
                @foreach (['hand', 'step', 'form', 'ink', 'ground'] as $station)
                    <div class="px-3"><canvas x-ref="{{ $station }}" class="h-[96px] w-full"></canvas></div>
                @endforeach
            </div>
        </section>

        <section aria-label="Settings of the station" class="card grid min-h-0 grid-cols-[minmax(0,1fr)_262px] gap-6 overflow-hidden px-4 py-[10px]" role="tabpanel">
            <div class="grid min-h-0 auto-rows-max grid-cols-3 gap-x-[26px] gap-y-[10px] overflow-y-auto pr-1">
                <template x-for="c in controls" :key="c.key">
                    <div x-on:focusin="point(c.id)" x-on:pointerdown="point(c.id)" class="rounded-[8px] px-[6px] py-[4px]" :class="chosen === c.id ? 'bg-fog-100' : ''">
                        <template x-if="c.kind === 'number'"><x-slider of="c" /></template>
                        <template x-if="c.kind === 'curve'">
                            <div><p class="m-0 text-[13.5px] font-bold" x-text="c.label" :title="c.sentence"></p><button type="button" class="quiet mt-1" x-on:click="point(c.id)">Shape its curve</button></div>
                        </template>
                        <template x-if="c.kind === 'choice'">
                            <div role="group" :aria-label="c.label">
                                <p class="m-0 text-[13.5px] font-bold" x-text="c.label" :title="c.sentence"></p>
                                <div class="mt-1 flex flex-wrap gap-1 rounded-[7px] bg-fog-100 p-[2px]">
                                    <template x-for="v in c.choices" :key="v"><button type="button" class="choice" :aria-pressed="isPicked(c.id, v)" x-on:click="pick(c.id, v)" x-text="v"></button></template>
                                </div>
                            </div>
                        </template>
                        <p class="m-0 flex min-h-[18px] gap-2 text-[12px] text-stone">
                            <span class="rounded-full bg-yarrow-light px-[9px] text-yarrow-dark" x-show="c.key === c.id + '.base' &amp;&amp; driveWords(c.id) !== ''" x-text="driveWords(c.id)"></span>
                            <span x-show="isIdle(c.id)" x-text="idleWords(c.id)"></span>
                        </p>
                    </div>
                </template>
                <p class="col-span-3 m-0 text-[14px] text-stone" x-show="controls.length === 0">The print meets bare paper: it goes down as it is.</p>
            </div>
            <aside class="min-h-0 overflow-y-auto border-l border-fog-200 pl-5 pr-1 text-[13px]" aria-label="The chosen setting">
                <h2 class="m-0 mb-1 text-[14px]"><span x-show="canDrive">Pressure → </span><span x-text="chosenLabel"></span></h2>
                <p class="m-0 mb-1 text-stone" x-text="chosenSentence"></p>
                <label class="flex items-center gap-2" x-show="canDrive"><input type="checkbox" class="switch" :checked="hasDrive" x-on:change="toggleDrive"> Pressure moves it</label>
                <template x-if="hasCurve">
                    <div>
                        <div x-data="curveEditor(curve)" class="mt-2">
                            <svg x-ref="picture" viewBox="0 0 230 84" class="w-full touch-none rounded-[8px] bg-white shadow-[0_0_0_1px_var(--color-fog-200)]" role="group" aria-label="Pressure curve: drag a point; double-click adds one or takes it away"
                                 x-on:pointermove="drag" x-on:pointerup="release" x-on:dblclick="add">
                                <path d="M10 74h210M10 74V10" stroke="#c5cbc3" fill="none" />
                                <path :d="line" fill="none" stroke="#1c211e" stroke-width="2.5" />
                                @for ($i = 0; $i < 8; $i++)
                                    <circle :cx="cx({{ $i }})" :cy="cy({{ $i }})" r="6" fill="#d9a720" :tabindex="has({{ $i }}) ? 0 : -1" :class="has({{ $i }}) ? '' : 'hidden'" role="slider" aria-label="Point {{ $i + 1 }} of the curve" aria-valuemin="0" aria-valuemax="100" :aria-valuenow="percent({{ $i }})" :aria-valuetext="says({{ $i }})"
                                            x-on:pointerdown="hold({{ $i }}, $event)" x-on:keydown="key({{ $i }}, $event)" />
                                @endfor
                            </svg>
                        </div>
                        <div x-show="hasDrive"><x-slider of="driveFrom" class="mt-2" />
                        <x-slider of="driveTo" /></div>
                    </div>
                </template>
            </aside>
        </section>
    </main>
</x-layout>
