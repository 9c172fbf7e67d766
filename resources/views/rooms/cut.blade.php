<x-layout room="cut" :title="'Cut '.$source->name">
    <x-slot:keys>
        <dt><kbd>Ctrl Z</kbd></dt><dd>undo a change of the list</dd>
        <dt><kbd>Ctrl Shift Z</kbd></dt><dd>do it again</dd>
        <dt><kbd>↑</kbd> <kbd>↓</kbd></dt><dd>on a step’s handle: move the step</dd>
    </x-slot:keys>
    <x-data id="cut-data" :value="['id' => $source->id, 'url' => route('cut', $source), 'name' => $source->name, 'list' => $list, 'forms' => $steps, 'fullWidth' => $source->width]" />
    <main x-data="cutRoom" class="grid min-h-0 grid-cols-[286px_minmax(0,1fr)_350px] gap-[14px] max-[1180px]:grid-cols-[250px_minmax(0,1fr)_286px] px-5 py-[14px]">
        <section aria-label="Cut list" class="flex min-h-0 flex-col gap-[7px] overflow-y-auto p-[2px]">
            <div class="flex items-center gap-[10px] pb-[4px]">
                <img src="{{ route('sources.thumb', $source) }}" alt="" class="size-[54px] rounded-[7px] bg-neutral-mat object-contain">
                <div class="min-w-0">
                    <h1 class="m-0 truncate text-[17px]" title="{{ $source->name }}">{{ $source->name }}</h1>
                    <p class="small m-0">{{ $source->facts() }}</p>
                </div>
            </div>
            <ol class="m-0 flex list-none flex-col gap-[7px] p-0">
                <template x-for="s in steps" :key="s.key">
                    <li class="card grid grid-cols-[16px_minmax(0,1fr)_auto] items-center gap-x-[9px] gap-y-[2px] px-[11px] py-[8px]" :class="isChosen(s) ? 'shadow-[0_0_0_1.5px_var(--color-yarrow)]' : ''"
                        x-on:dragover="over(s, $event)" x-on:drop.prevent="drop">
                        <button type="button" class="cursor-grab p-0 text-[13px] tracking-[-2px] text-stone" draggable="true" :data-grip="s.key" :aria-label="'Move ' + form(s).label + ' with the up and down keys'"
                                x-on:dragstart="lift(s)" x-on:dragend="drop" x-on:keydown="grip(s, $event)">⋮⋮</button>
                        <button type="button" class="p-0 text-left text-[14px] font-bold" x-on:click="choose(s)" x-text="form(s).label" :aria-expanded="isChosen(s)"></button>
                        <input type="checkbox" class="switch" :checked="s.on" x-on:change="toggle(s)" :aria-label="form(s).label + ' is on'">
                        <p class="small col-span-2 col-start-2 m-0" x-show="!isChosen(s)" x-text="summary(s)"></p>
                        <template x-if="isChosen(s)">
                            <div class="col-span-2 col-start-2 flex flex-col gap-1 pt-1">
                                <p class="small m-0" x-text="form(s).sentence"></p>
                                <template x-for="n in numbers(s)" :key="n.key"><x-slider of="n" /></template>
                                <template x-for="c in choices(s)" :key="c.key">
                                    <div role="group" :aria-label="c.label" class="flex flex-wrap items-center gap-1">
                                        <span class="text-[13.5px] font-bold" x-text="c.label"></span>
                                        <template x-for="v in c.choices" :key="v"><button type="button" class="choice" :aria-pressed="isPicked(s, c, v)" x-on:click="pick(s, c, v)" x-text="v"></button></template>
                                    </div>
                                </template>
                                <p class="small m-0" x-show="s.step === 'clear-colour'" x-text="'Click on the picture to point at a colour; hold Shift to add another place. ' + summary(s).split(' · ')[0] + '.'"></p>
                                <button type="button" class="self-start p-0 text-[12.5px] text-stone underline" x-on:click="remove(s)">Take this step out</button>
                            </div>
                        </template>
                    </li>
                </template>
            </ol>
            <button type="button" class="rounded-[9px] border-[1.5px] border-dashed border-fog-400 p-[9px] text-center text-stone hover:border-stone hover:text-ink" x-on:click="toggleAdding" :aria-expanded="adding">Add a step</button>
            <div x-show="adding" x-cloak class="card flex flex-col gap-2 p-3">
                <template x-for="g in groups" :key="g.name">
                    <div>
                        <h2 class="m-0 text-[13px]" x-text="g.name"></h2>
                        <template x-for="f in g.steps" :key="f.id">
                            <button type="button" class="block w-full rounded-[6px] px-2 py-1 text-left hover:bg-fog-100" x-on:click="add(f.id)" :data-add="f.id"><b class="text-[13.5px]" x-text="f.label"></b><span class="small block" x-text="f.sentence"></span></button>
                        </template>
                    </div>
                </template>
            </div>
            <div class="flex gap-[6px] pt-1">
                <button type="button" class="quiet bg-fog-200" x-on:click="undo" :disabled="!canUndo">Undo</button>
                <button type="button" class="quiet bg-fog-200" x-on:click="redo" :disabled="!canRedo">Redo</button>
            </div>
        </section>

        <section aria-label="The picture" class="relative min-h-0 overflow-hidden rounded-[10px] bg-neutral-mat" x-ref="mat">
            <div x-ref="under" class="absolute" :class="backdrop.id"></div>
            <canvas x-ref="picture" class="absolute inset-0 size-full" :class="wantsPlace ? 'cursor-crosshair' : ''" x-on:click="pointAt" role="img" aria-label="The picture as it is cut"></canvas>
            <p class="absolute left-0 right-0 top-[45%] m-0 text-center text-white" x-show="!ready">Opening the picture …</p>
            <div class="absolute inset-x-3 bottom-3 flex flex-wrap items-center gap-[6px]">
                <label class="on-mat flex items-center gap-2 whitespace-nowrap">Wipe to before <input type="range" class="slider w-[90px]" min="0" max="1000" :value="wipe" :style="wipeTrack" x-on:input="setWipe"></label>
                <span class="on-mat flex items-center gap-[9px]" role="group" aria-label="Backdrop">
                    <template x-for="b in backdrops" :key="b.id"><button type="button" class="size-[16px] rounded-full p-0 shadow-[inset_0_0_0_1px_#0005] aria-pressed:outline-2 aria-pressed:outline-offset-2 aria-pressed:outline-yarrow" :class="b.id" :aria-pressed="isBackdrop(b)" :aria-label="b.label" :title="b.label" x-on:click="setBackdrop(b)"></button></template>
                </span>
                <span class="on-mat ml-auto" x-text="percent" title="Size on screen against the source"></span>
            </div>
        </section>

        <section aria-label="Print and checks" class="flex min-h-0 flex-col gap-[10px]">
            <div class="card p-[12px]">
                <h2 class="m-0 mb-[6px] text-[15px]">As it will print</h2>
                <div class="overflow-hidden rounded-[7px]" :class="backdrop.id === 'nothing' ? 'backdrop-white' : backdrop.id">
                    <canvas x-ref="prints" width="324" height="428" class="mx-auto block h-[min(428px,50vh)] w-full object-contain" role="img" aria-label="The tip printed at 320, 96 and 24 px, and as a line"></canvas>
                </div>
                <p class="small m-0 mt-1">320, 96 and 24 px, and a line</p>
            </div>
            <div class="card min-h-0 flex-1 overflow-y-auto px-[13px] py-[11px]">
                <h2 class="m-0 mb-[4px] text-[15px]">Check list</h2>
                <ul class="m-0 list-none p-0" aria-live="polite" data-findings>
                    <template x-for="f in findings" :key="f.id">
                        <li class="grid grid-cols-[14px_1fr] gap-x-[8px] border-t border-fog-200 py-[7px] text-[13px] first:border-0" :data-finding="f.id">
                            <i class="mt-[5px] size-[9px] rounded-full" :class="f.id === 'not-square' ? 'bg-yarrow' : 'bg-madder'"></i>
                            <span x-text="f.sentence"></span>
                            <template x-if="f.mending"><button type="button" class="quiet col-start-2 mt-[3px] justify-self-start" x-on:click="mend(f)" x-text="f.mending.label"></button></template>
                        </li>
                    </template>
                    <li class="grid grid-cols-[14px_1fr] gap-x-[8px] py-[7px] text-[13px]" x-show="ready &amp;&amp; findings.length === 0"><i class="mt-[5px] size-[9px] rounded-full bg-sage"></i>Nothing to mend.</li>
                </ul>
            </div>
            <p class="wrong m-0" role="alert" x-show="message !== ''" x-text="message"></p>
            <div class="flex items-center gap-2">
                <div class="flex-1 text-[13px] text-stone">
                    <span role="group" aria-label="Prints as" class="flex items-center whitespace-nowrap"><span class="mr-1 max-[1180px]:hidden">Prints as</span>
                        <button type="button" class="choice" :aria-pressed="kind === 'ink mask'" x-on:click="setKind('ink mask')">ink mask</button>
                        <button type="button" class="choice" :aria-pressed="kind === 'own colours'" x-on:click="setKind('own colours')">own colours</button>
                    </span>
                    <span x-show="ready"><span x-text="width"></span> × <span x-text="height"></span> px</span>
                </div>
                <button type="button" class="firm px-[18px] py-[10px] text-[15px]" x-on:click="makeTip" :disabled="making" x-text="making ? 'Making the tip …' : 'Make tip'"></button>
            </div>
        </section>
    </main>
</x-layout>
