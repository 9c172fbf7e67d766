@php
    $data = [
        'id' => $source->id, 'url' => url('/cut/'.$source->id), 'name' => $set['name'] ?? $source->name, 'list' => $list, 'forms' => $steps, 'fullWidth' => $source->width, 'redrawUrl' => route('sources.redraw', $source),
        'set' => $set, 'workUrl' => url('/work'), 'listsUrl' => route('lists.store'),
        'lists' => $lists->map(fn ($l) => App\Http\Controllers\NamedListController::entry($l))->all(),
        'tip' => $tip === null ? null : ['id' => $tip->id, 'name' => $tip->name, 'brushes' => $tip->brushes()->count(), 'remake' => route('tips.remake', $tip)],
    ];
@endphp
<x-layout room="cut" :title="'Cut '.$source->name">
    <x-slot:keys>
        <dt><kbd>Ctrl Z</kbd></dt><dd>undo a change of the list</dd>
        <dt><kbd>Ctrl Shift Z</kbd></dt><dd>do it again</dd>
        <dt><kbd>↑</kbd> <kbd>↓</kbd></dt><dd>on a step’s handle: move the step</dd>
        <dt><kbd>+</kbd> <kbd>−</kbd> <kbd>0</kbd></dt><dd>closer, farther, the whole picture</dd>
        <dt><kbd>Space</kbd></dt><dd>held: move the picture about</dd>
    </x-slot:keys>
    <x-data id="cut-data" :value="$data" />
    <main x-data="cutRoom" class="grid min-h-0 grid-cols-[286px_minmax(0,1fr)_350px] gap-[14px] max-[1180px]:grid-cols-[250px_minmax(0,1fr)_286px] px-5 py-[14px]">
        <section aria-label="Cut list" class="flex min-h-0 flex-col gap-[7px] overflow-y-auto p-[2px]">
            <div class="flex items-center gap-[10px] pb-[4px]">
                <img src="{{ route('sources.thumb', $source) }}" alt="" class="size-[54px] flex-none rounded-[7px] bg-neutral-mat object-contain">
                <div class="min-w-0">
                    <h1 class="m-0 truncate text-[17px]" title="{{ $source->name }}">{{ $source->name }}</h1>
                    <p class="small m-0">{{ $source->facts() }}</p>
                    @if ($source->drawnAt() !== null)
                        <label class="small flex items-center gap-1" title="Lines have no pixels of their own: they are made at the size you want, and the numbers of your list follow.">made at <input type="number" class="w-[74px] rounded-md border border-fog-400 bg-fog-50 px-1 py-[2px]" min="16" max="4096" value="{{ $source->drawnAt() }}" aria-label="px of the longer side at which the lines are made" x-on:change="redraw"> px</label>
                    @endif
                </div>
            </div>
            <template x-if="set">
                <div class="card flex items-center justify-between px-[11px] py-[7px] text-[13px]"><span x-text="hasOwn ? 'A list of this frame’s own' : 'One list for all frames'"></span><button type="button" class="quiet bg-fog-200" x-on:click="toggleOwn" x-text="hasOwn ? 'Back to that of all' : 'Give it its own'"></button></div>
            </template>
            <ol class="m-0 flex list-none flex-col gap-[7px] p-0" x-show="!adding">
                <template x-for="s in steps" :key="s.key"><x-cut-step /></template>
            </ol>
            <button type="button" class="rounded-[9px] border-[1.5px] border-dashed border-fog-400 p-[9px] text-center text-stone hover:border-stone hover:text-ink" x-on:click="toggleAdding" :aria-expanded="adding" x-text="adding ? 'Back to the list' : 'Add a step'"></button>
            <div x-show="adding" x-cloak class="flex flex-col gap-2">
                <template x-for="g in groups" :key="g.name">
                    <div>
                        <h2 class="m-0 mb-1 text-[13px]" x-text="g.name"></h2>
                        <div class="grid grid-cols-3 gap-[6px] max-[1180px]:grid-cols-2">
                            <template x-for="f in g.steps" :key="f.id">
                                <button type="button" class="overflow-hidden rounded-[8px] bg-fog-50 p-0 text-left shadow-[0_0_0_1px_var(--color-fog-200)] hover:shadow-[0_0_0_2px_var(--color-yarrow)]" x-on:click="add(f.id)" :data-add="f.id" :title="f.sentence">
                                    <span class="nothing-fine grid h-[66px] place-items-center overflow-hidden"><canvas :data-effect="f.id" width="1" height="1" class="max-h-[66px] max-w-full"></canvas></span>
                                    <span class="block px-[6px] py-[3px] text-[12px] leading-[1.2] font-bold" x-text="f.label"></span>
                                </button>
                            </template>
                        </div>
                    </div>
                </template>
            </div>
            <div class="flex flex-wrap gap-[6px] pt-1">
                <button type="button" class="quiet bg-fog-200" x-on:click="undo" :disabled="!canUndo">Undo</button>
                <button type="button" class="quiet bg-fog-200" x-on:click="redo" :disabled="!canRedo">Redo</button>
                <button type="button" class="quiet ml-auto bg-fog-200" x-on:click="toggleLists" :aria-expanded="listsOpen">Kept lists</button>
                <button type="button" class="quiet bg-fog-200" x-show="!set" x-on:click="part" title="Every thing that lies apart in this picture becomes a frame of one tip">Part the things</button>
            </div>
            <div x-show="listsOpen" x-cloak class="card flex flex-col gap-2 p-3 text-[13px]">
                <template x-for="l in lists" :key="l.id">
                    <div class="flex items-center gap-1"><button type="button" class="min-w-0 flex-1 truncate rounded-[6px] p-1 text-left font-bold hover:bg-fog-100" x-on:click="useList(l)" x-text="l.name" title="Use this list here"></button><a class="quiet no-underline" :href="l.file" download>Save</a><button type="button" class="quiet" x-on:click="dropList(l)" :aria-label="'Delete the list ' + l.name">Delete</button></div>
                </template>
                <p class="small m-0" x-show="lists.length === 0">Keep this list by a name, to use it on other sources.</p>
                <form class="flex gap-1" x-on:submit.prevent="keepList"><input class="field min-w-0 flex-1" x-model="listName" placeholder="Name of the list" aria-label="Name of the list" maxlength="120"><button class="quiet bg-fog-200">Keep</button></form>
                <label class="quiet inline-block self-start bg-fog-200 focus-within:outline-2 focus-within:outline-yarrow-dark">Open a list from a file<input type="file" class="sr-only" accept=".json,application/json" x-on:change="readList"></label>
            </div>
        </section>

        <section aria-label="The picture" class="flex min-h-0 flex-col gap-[8px]">
            <div class="relative min-h-0 flex-1 overflow-hidden rounded-[10px] bg-neutral-mat" x-ref="mat">
                <div x-ref="under" class="absolute" :class="backdrop.id"></div>
                <canvas x-ref="picture" class="absolute inset-0 size-full" role="img" aria-label="The picture as it is cut"></canvas>
                <p class="absolute left-0 right-0 top-[45%] m-0 text-center text-white" x-show="!ready">Opening the picture …</p>
                <div class="absolute inset-x-3 bottom-3 flex flex-wrap items-center gap-[6px]">
                    <label class="on-mat flex items-center gap-2 whitespace-nowrap">Wipe to before <input type="range" class="slider w-[80px]" min="0" max="1000" :value="wipe" :style="wipeTrack" x-on:input="setWipe"></label>
                    <span class="on-mat flex items-center gap-[9px]" role="group" aria-label="Backdrop">
                        <template x-for="b in backdrops" :key="b.id"><button type="button" class="size-[16px] rounded-full p-0 shadow-[inset_0_0_0_1px_#0005] aria-pressed:outline-2 aria-pressed:outline-offset-2 aria-pressed:outline-yarrow" :class="b.id" :aria-pressed="isBackdrop(b)" :aria-label="b.label" :title="b.label" x-on:click="setBackdrop(b)"></button></template>
                    </span>
                    <span class="on-mat ml-auto flex items-center gap-1 px-[4px] py-[2px]" role="group" aria-label="Size on screen">
                        <button type="button" class="size-[24px] rounded-[5px] hover:bg-fog-200" x-on:click="farther" aria-label="Farther">−</button>
                        <button type="button" class="h-[24px] min-w-[52px] rounded-[5px] px-1 tabular-nums hover:bg-fog-200" x-on:click="fit" x-text="percent" title="Against the source; press to see the whole picture"></button>
                        <button type="button" class="size-[24px] rounded-[5px] hover:bg-fog-200" x-on:click="closer" aria-label="Closer">+</button>
                    </span>
                </div>
            </div>
            <template x-if="set">
                <div class="card flex items-center gap-2 p-2" aria-label="Frames" role="group">
                    <div class="flex min-w-0 flex-1 gap-[6px] overflow-x-auto p-[2px]">
                        <template x-for="(f, i) in set.frames" :key="i">
                            <a :href="frameUrl(i)" class="relative block flex-none rounded-[7px] bg-neutral-mat p-0" :class="isFrame(i) ? 'shadow-[0_0_0_2px_var(--color-yarrow)]' : ''" :aria-current="isFrame(i) ? 'true' : false" :title="f.name"><svg role="img" :aria-label="'Frame ' + (i + 1) + ', ' + f.name" :view-box.camel="frameView(f)" class="size-[58px]"><image :href="f.thumb" :width="f.width" :height="f.height" preserveAspectRatio="none" /></svg><span class="absolute bottom-0 left-0 rounded-tr-[5px] bg-fog-50 px-[5px] text-[11px]" x-text="f.own ? (i + 1) + ' · own list' : i + 1"></span></a>
                        </template>
                    </div>
                    <div class="flex flex-none flex-col gap-[4px] text-[12.5px]">
                        <div class="flex gap-[4px]"><button type="button" class="quiet bg-fog-200" x-on:click="moveFrame(-1)">Earlier</button><button type="button" class="quiet bg-fog-200" x-on:click="moveFrame(1)">Later</button><button type="button" class="quiet bg-fog-200" x-on:click="takeOutFrame">Take out</button></div>
                        <label class="flex items-center gap-2"><input type="checkbox" class="switch" :checked="set.evened" x-on:change="toggleEvened"> Even out their sizes</label>
                    </div>
                </div>
            </template>
        </section>

        <section aria-label="Print and checks" class="flex min-h-0 flex-col gap-[10px]">
            <div class="card p-[12px]">
                <h2 class="m-0 mb-[6px] text-[15px]">As it will print</h2>
                <div class="overflow-hidden rounded-t-[7px]" :class="backdrop.id === 'nothing' ? 'backdrop-white' : backdrop.id">
                    <canvas x-ref="prints" width="324" height="428" class="mx-auto block w-full object-contain" :class="comparesPrints ? 'h-[min(300px,27vh)]' : 'h-[min(400px,38vh)]'" role="img" aria-label="The tip printed at 320, 96 and 24 px, and as a line"></canvas>
                </div>
                <canvas x-ref="strip" width="324" height="80" class="block w-full rounded-b-[7px]" role="img" aria-label="The tip and a line of it on white, black, grey and a tint"></canvas>
                <canvas x-ref="without" width="324" height="80" class="mt-[3px] block w-full rounded-[7px]" role="img" aria-label="The same without the step that is set" x-show="comparesPrints" x-cloak></canvas>
                <p class="small m-0 mt-1" x-text="printsWords"></p>
            </div>
            <div class="card min-h-0 flex-1 overflow-y-auto px-[13px] py-[11px]">
                <h2 class="m-0 mb-[4px] text-[15px]">Check list</h2>
                <ul class="m-0 list-none p-0" aria-live="polite" :aria-busy="looking" data-findings>
                    <template x-for="f in findings" :key="f.id">
                        <li class="grid grid-cols-[14px_1fr] gap-x-[8px] border-t border-fog-200 py-[7px] text-[13px] first:border-0" :data-finding="f.id">
                            <i class="mt-[5px] size-[9px] rounded-full" :class="f.note ? 'bg-yarrow' : 'bg-madder'"></i>
                            <span x-text="f.sentence"></span>
                            <template x-if="f.mending"><button type="button" class="quiet col-start-2 mt-[3px] justify-self-start bg-fog-200" x-on:click="mend(f)" x-text="f.mending.label"></button></template>
                        </li>
                    </template>
                    <li class="grid grid-cols-[14px_1fr] gap-x-[8px] py-[7px] text-[13px]" x-show="checked &amp;&amp; findings.length === 0"><i class="mt-[5px] size-[9px] rounded-full bg-sage"></i>Nothing to mend.</li>
                    <li class="grid grid-cols-[14px_1fr] gap-x-[8px] py-[7px] text-[13px]" x-show="!checked"><i class="mt-[5px] size-[9px] rounded-full bg-fog-300"></i><span x-text="unchecked"></span></li>
                </ul>
            </div>
            <p class="wrong m-0" role="alert" x-show="message !== ''" x-text="message"></p>
            <div class="flex flex-wrap items-center justify-between gap-x-2 text-[13px] text-stone">
                <span role="group" aria-label="Prints as" class="flex items-center whitespace-nowrap">
                    <button type="button" class="choice" :aria-pressed="kind === 'ink mask'" x-on:click="setKind('ink mask')">ink mask</button>
                    <button type="button" class="choice" :aria-pressed="kind === 'two-ink'" x-on:click="setKind('two-ink')">two-ink</button>
                    <button type="button" class="choice" :aria-pressed="kind === 'own colours'" x-on:click="setKind('own colours')">own colours</button>
                </span>
                <span class="whitespace-nowrap" x-show="ready && !making" x-text="size"></span>
            </div>
            <div class="flex items-center justify-end gap-2">
                <span class="mr-auto text-[13px] text-stone" role="status" x-show="making" x-text="doing"></span>
                <button type="button" class="quiet bg-fog-200" x-show="making" x-on:click="callOff">Call off</button>
                <button type="button" class="quiet bg-fog-200 py-[9px]" x-show="tip && !making" x-on:click="remakeTip">Make it anew</button>
                <button type="button" class="firm px-[18px] py-[10px] text-[15px]" x-on:click="makeTip" x-show="!making" x-text="set ? 'Make tip of ' + set.frames.length : (tip ? 'Make another' : 'Make tip')"></button>
            </div>
        </section>
    </main>
</x-layout>
