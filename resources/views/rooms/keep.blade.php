@php
    $filters = [
        ['lays', 'however it lays', ['dabs' => 'lays dabs', 'stamp' => 'stamps', 'band' => 'lays a band'], false],
        ['does', 'whatever it does', ['paints' => 'paints', 'erases' => 'erases', 'smudges' => 'smudges'], false],
        ['colour', 'any colour', array_combine($data['colours'], $data['colours']), false],
        ['kind', 'any kind of tip', array_combine($k = Yarrowfog\Core\Tip\TipKind::names(), $k), true],
        ['with', 'with or without', ['tooth' => 'has a tooth', 'bite' => 'has a bite'], true],
        ['made', 'made any time', array_combine($m = array_keys(App\Keeping\BrushQuestion::MADE), array_map(fn ($w) => "made {$w}", $m)), true],
    ];
    $licences = App\Keeping\Licences::OFFERED;
@endphp
<x-layout room="keep" title="Keep">
    <x-slot:keys>
        <dt><kbd>/</kbd></dt><dd>to the search; <kbd>↓</kbd> from there to the wall</dd>
        <dt>Arrows</dt><dd>from brush to brush; with <kbd>Shift</kbd> they choose</dd>
        <dt><kbd>Enter</kbd></dt><dd>open the brush’s page</dd>
        <dt><kbd>Space</kbd></dt><dd>choose it, or not</dd>
        <dt><kbd>Ctrl A</kbd> <kbd>Esc</kbd></dt><dd>choose all that is found, none</dd>
        <dt><kbd>Alt ←</kbd> <kbd>Alt →</kbd></dt><dd>on a set: to an earlier, a later place</dd>
        <dt><kbd>Delete</kbd></dt><dd>set aside</dd>
        <dt><kbd>Ctrl Z</kbd> <kbd>Ctrl Y</kbd></dt><dd>undo, do again</dd>
    </x-slot:keys>
    <x-data id="keep-data" :value="[...$data, 'links' => ['keep' => route('keep'), 'sets' => url('/sets'), 'tags' => route('tags.rename'), 'makers' => url('/makers')]]" />
    <main x-data="keepRoom" class="grid min-h-0 grid-cols-[216px_minmax(0,1fr)]">
        <aside class="relative flex min-h-0 flex-col gap-1 overflow-y-auto border-r border-fog-200 px-3 py-[14px]" aria-label="Sets">
            <h1 class="sr-only">Brushes</h1>
            <button type="button" class="shelf" :aria-pressed="isShelf('')" x-on:click="openShelf('')"><span class="flex-1">All brushes</span></button>
            <button type="button" class="shelf" :aria-pressed="isShelf('none')" x-on:click="openShelf('none')"><span class="flex-1">Not on a set</span></button>
            <p class="m-0 mt-3 px-2 font-title text-[14px] font-semibold">Sets</p>
            <template x-for="s in sets" :key="s.id">
                <button type="button" class="shelf" :aria-pressed="isShelf(s.id)" x-on:click="openShelf(s.id)" x-on:dragover="allowDrop" x-on:drop="dropOnShelf($event, s)" :data-set="s.id"><span class="min-w-0 flex-1 truncate" x-text="s.name"></span><span class="text-[12px] font-normal text-stone" x-text="s.count"></span></button>
            </template>
            <form class="flex gap-1 px-1" x-on:submit.prevent="makeSet"><input class="field min-w-0 flex-1" x-model="newSet" maxlength="120" placeholder="A new set" aria-label="Name of a new set"><button class="quiet bg-fog-200 px-2" :title="hasChosen ? 'Make a set of what is chosen' : 'Make a set'" aria-label="Make a set">Make</button></form>
            <p class="small m-0 px-2" x-show="hasChosen" x-cloak>It is made of what is chosen.</p>
            <div class="mt-auto flex flex-col gap-1 pt-4">
                <button type="button" class="shelf" :aria-expanded="managing" x-on:click="manage">Makers and tags …</button>
                <button type="button" class="shelf" x-show="hasAside" x-cloak :aria-expanded="showsAside" x-on:click="openAside" data-aside><span class="flex-1">Set aside</span><span class="text-[12px] font-normal text-stone" x-text="asideWords"></span></button>
                <label class="shelf cursor-pointer focus-within:outline-2 focus-within:outline-yarrow-dark">Bring in …<input type="file" multiple accept=".fogbundle,.zip,image/*" class="sr-only" x-on:change="bringFiles" aria-label="Bring in bundles or pictures"></label>
                <a class="shelf no-underline text-ink" href="{{ route('library') }}">The whole library …</a>
            </div>
        </aside>
        <div class="flex min-h-0 flex-col">
            <div class="flex flex-wrap items-center gap-[7px] border-b border-fog-200 px-4 py-[9px]">
                <input type="search" x-ref="words" class="field w-[210px]" placeholder="Find by name, tag, maker, note" aria-label="Find brushes" :value="question.q" x-on:input="askWords" x-on:keydown.down="toWall">
                @foreach ($filters as [$name, $any, $choices, $isMore])
                    <select class="field max-w-[148px]" name="{{ $name }}" aria-label="{{ ucfirst($any) }}" x-on:change="askFilter" @if ($isMore) x-show="showsFilters" x-cloak @endif>
                        <option value="">{{ $any }}</option>
                        @foreach ($choices as $value => $label)<option value="{{ $value }}" :selected="isAsked('{{ $name }}', '{{ $value }}')">{{ $label }}</option>@endforeach
                    </select>
                @endforeach
                <select class="field max-w-[148px]" name="maker" aria-label="Any maker" x-on:change="askFilter" x-show="makers.length > 0"><option value="">any maker</option><template x-for="m in makers" :key="m.id"><option :value="m.id" :selected="isAsked('maker', m.id)" x-text="m.name"></option></template></select>
                <select class="field max-w-[148px]" name="tag" aria-label="Any tag" x-on:change="askFilter" x-show="tags.length > 0"><option value="">any tag</option><template x-for="t in tags" :key="t.tag"><option :value="t.tag" :selected="isAsked('tag', t.tag)" x-text="t.tag + ' · ' + t.count"></option></template></select>
                <select class="field max-w-[148px]" name="sheet" aria-label="Used on any sheet" x-on:change="askFilter" x-show="showsFilters &amp;&amp; sheets.length > 0" x-cloak><option value="">on any sheet</option><template x-for="s in sheets" :key="s.id"><option :value="s.id" :selected="isAsked('sheet', s.id)" x-text="'used on ' + s.name"></option></template></select>
                <button type="button" class="quiet" :aria-expanded="showsFilters" x-on:click="flipFilters" x-text="showsFilters ? 'Fewer' : 'More …'" aria-label="More to narrow by"></button>
                <button type="button" class="quiet" x-show="isNarrowed" x-cloak x-on:click="askAll">Show all</button>
            </div>
            <div class="flex flex-wrap items-center gap-[8px] px-4 py-[7px]">
                <span class="small" role="status" data-total x-text="totalWords"></span>
                <select class="field py-[2px]" name="sort" aria-label="In which order" x-on:change="askFilter"><option value="" x-text="hasSet ? 'as on the set' : 'newest first'">newest first</option><option value="newest" x-show="hasSet" :selected="isAsked('sort', 'newest')">newest first</option>@foreach (['name' => 'by name', 'used' => 'used last first', 'oldest' => 'oldest first'] as $value => $label)<option value="{{ $value }}" :selected="isAsked('sort', '{{ $value }}')">{{ $label }}</option>@endforeach</select>
                <span class="flex rounded-[7px] bg-fog-200 p-[2px]" role="group" aria-label="Size of the strips">@foreach (['small', 'medium', 'large'] as $look)<button type="button" class="choice min-h-[24px] py-0" :aria-pressed="isLook('{{ $look }}')" x-on:click="setLook('{{ $look }}')">{{ $look }}</button>@endforeach</span>
                <button type="button" class="quiet" x-on:click="chooseAll">Choose all</button>
                <span class="ml-auto max-w-[300px] truncate text-[12.5px] text-stone" role="status" x-text="lastWords"></span>
                <button type="button" class="quiet bg-fog-200" x-on:click="undo" :disabled="!canUndo" :title="undoTitle">Undo</button>
                <button type="button" class="quiet bg-fog-200" x-on:click="redo" :disabled="!canRedo" :title="redoTitle">Again</button>
            </div>
            <div class="mx-4 mb-2 rounded-[10px] bg-yarrow-light px-3 py-2" x-show="hasChosen" x-cloak role="region" aria-label="What is chosen" data-chosen>
                <div class="flex flex-wrap items-center gap-[6px]">
                    <b class="mr-1 text-[14px]" x-text="chosenWords"></b>
                    <select class="field" aria-label="Put on a set" x-on:change="putOnSet"><option value="">put on a set …</option><template x-for="s in sets" :key="s.id"><option :value="s.id" x-text="s.name"></option></template></select>
                    <button type="button" class="quiet" x-show="hasSet" x-on:click="takeOffSet">Take off this set</button>
                    @foreach (['tag' => 'Tag', 'sign' => 'Maker', 'licence' => 'Licence', 'size' => 'Size', 'ink' => 'Ink', 'out' => 'Send out'] as $panel => $label)
                        <button type="button" class="quiet aria-expanded:bg-ink aria-expanded:text-white" :aria-expanded="isPanel('{{ $panel }}')" x-on:click="openPanel('{{ $panel }}')">{{ $label }} …</button>
                    @endforeach
                    <button type="button" class="quiet" x-on:click="duplicateChosen">Duplicate</button>
                    <button type="button" class="quiet" x-on:click="putAside">Delete</button>
                    <button type="button" class="quiet ml-auto" x-on:click="chooseNone">None</button>
                </div>
                <form class="mt-2 flex items-center gap-2" x-show="isPanel('tag')" x-on:submit.prevent="tagChosen(true)"><input class="field w-[220px]" x-model="newTag" maxlength="400" list="tags" placeholder="tags, parted by commas" aria-label="Tags"><datalist id="tags"><template x-for="t in tags" :key="t.tag"><option :value="t.tag"></option></template></datalist><button class="firm">Tag them</button><button type="button" class="quiet" x-on:click="tagChosen(false)">Take the tag off</button></form>
                <div class="mt-2" x-show="isPanel('sign')"><select class="field" aria-label="Maker of what is chosen" x-on:change="signChosen"><option value="">made by …</option><option value="0">nobody</option><template x-for="m in makers" :key="m.id"><option :value="m.id" x-text="m.name"></option></template></select> <span class="small" x-show="makers.length === 0">A maker is made on a brush’s page.</span></div>
                <div class="mt-2 flex items-center gap-2" x-show="isPanel('licence')"><input class="field w-[220px]" list="licences" maxlength="120" aria-label="Licence of what is chosen" placeholder="for instance CC-BY-4.0" x-on:change="licenseChosen"><datalist id="licences">@foreach ($licences as $id => $words)<option value="{{ $id }}">{{ $words }}</option>@endforeach</datalist><span class="small">An SPDX identifier, or words of your own; empty: as the maker’s.</span></div>
                <form class="mt-2 flex items-center gap-2" x-show="isPanel('size')" x-on:submit.prevent="resizeChosen"><label class="text-[13px]">To <input type="number" class="field w-[74px]" min="5" max="2000" step="any" x-model.number="factor"> % of the size</label><button class="firm">Resize</button></form>
                <label class="mt-2 flex items-center gap-2 text-[13px]" x-show="isPanel('ink')"><input type="color" class="ink-drop" value="#24434c" x-on:change="inkChosen"> main ink of them all</label>
                <div class="mt-2" x-show="isPanel('out')"><x-keep.out /></div>
            </div>
            <p class="wrong m-0 px-4 pb-1" role="alert" x-show="message !== ''" x-cloak x-text="message"></p>
            <div x-ref="scroller" class="relative min-h-0 flex-1 overflow-y-auto px-4 pb-4 pt-[3px]" data-wall>
                <section class="mb-3 rounded-[10px] bg-fog-50 p-3 shadow-[0_0_0_1px_var(--color-fog-200)]" x-show="managing" x-cloak aria-label="Makers and tags">
                    <div class="grid grid-cols-2 gap-6">
                        <div><h2 class="m-0 mb-1 text-[15px]">Makers</h2>
                            <template x-for="m in makers" :key="m.id"><div class="mb-1 flex items-center gap-2"><input class="field min-w-0 flex-1" maxlength="120" :value="m.name" :aria-label="'Name of ' + m.name" x-on:change="renameMaker(m, $event)"><span class="small w-[70px]" x-text="countWords(m)"></span><select class="field w-[110px]" :aria-label="'Make ' + m.name + ' one with'" x-on:change="mergeMaker(m, $event)"><option value="">one with …</option><template x-for="o in othersThan(m)" :key="o.id"><option :value="o.id" x-text="o.name"></option></template></select><button type="button" class="quiet" x-on:click="removeMaker(m)">Delete</button></div></template>
                            <p class="small m-0" x-show="makers.length === 0">No makers yet. One is made on a brush’s page.</p>
                        </div>
                        <div><h2 class="m-0 mb-1 text-[15px]">Tags</h2>
                            <template x-for="t in tags" :key="t.tag"><div class="mb-1 flex items-center gap-2"><input class="field min-w-0 flex-1" maxlength="40" :value="t.tag" :aria-label="'Name of the tag ' + t.tag" x-on:change="renameTag(t, $event)"><span class="small w-[70px]" x-text="countWords(t)"></span><button type="button" class="quiet" x-on:click="removeTag(t)">Delete</button></div></template>
                            <p class="small m-0">The name of another tag makes them one.</p>
                        </div>
                    </div>
                </section>
                <section class="mb-3 rounded-[10px] bg-fog-200 p-3" x-show="showsAside" x-cloak aria-label="Set aside" data-aside-list>
                    <div class="mb-2 flex items-center gap-2"><h2 class="m-0 text-[15px]">Set aside</h2><span class="small">Deleted, not gone: it stays here until you empty it.</span><button type="button" class="quiet ml-auto bg-fog-50" x-on:click="bringAllBack">Bring all back</button><button type="button" class="quiet bg-fog-50" x-on:click="askToEmpty">Empty …</button></div>
                    <div class="grid max-h-[230px] grid-cols-[repeat(auto-fill,minmax(250px,1fr))] gap-2 overflow-y-auto">
                        <template x-for="b in asideBrushes" :key="b.id"><div class="card flex items-center gap-2 p-[6px]"><img :src="b.strip" alt="" loading="lazy" width="340" height="104" class="h-[36px] w-[104px] flex-none rounded-[5px] bg-white object-contain"><span class="min-w-0 flex-1"><span class="block truncate text-[13px]" x-text="b.name"></span><span class="small" :title="b.day" x-text="b.since"></span></span><button type="button" class="quiet flex-none" x-on:click="bringBack(b)">Bring back</button></div></template>
                    </div>
                </section>
                <section class="mb-3 flex flex-wrap items-center gap-2" x-show="hasSet" x-cloak aria-label="The set">
                    <input class="w-[230px] rounded-[5px] border border-transparent bg-transparent px-1 font-title text-[19px] font-semibold hover:border-fog-300 focus:border-fog-300 focus:bg-white" maxlength="120" :value="setName" aria-label="Name of the set" x-on:change="renameSet">
                    <input class="field min-w-[160px] flex-1" maxlength="4000" :value="setNote" placeholder="What this set is for" aria-label="Note of the set" x-on:change="noteSet">
                    <select class="field" aria-label="Maker of the set" x-on:change="signSet"><option value="0" :selected="isSetMaker(0)">no maker</option><template x-for="m in makers" :key="m.id"><option :value="m.id" :selected="isSetMaker(m.id)" x-text="m.name"></option></template></select>
                    <button type="button" class="quiet" x-on:click="openSetOut" :aria-expanded="showsSetOut">Send out …</button>
                    <details class="relative"><summary class="quiet cursor-pointer list-none">More ▾</summary><div class="absolute right-0 top-[34px] z-20 flex w-[230px] flex-col gap-[2px] rounded-[8px] bg-fog-50 p-2 shadow-[0_4px_18px_#0004]"><button type="button" class="quiet text-left" x-on:click="moveSet(-1)">One place up</button><button type="button" class="quiet text-left" x-on:click="moveSet(1)">One place down</button><button type="button" class="quiet text-left" x-on:click="duplicateSet">Duplicate the set</button><button type="button" class="quiet text-left" x-on:click="deleteSet(false)">Delete the set, keep its brushes</button><button type="button" class="quiet text-left" x-on:click="deleteSet(true)">Delete the set and its brushes</button></div></details>
                    <div class="w-full rounded-[10px] bg-fog-50 p-3" x-show="showsSetOut"><x-keep.out /></div>
                </section>
                <div class="grid h-[50vh] place-items-center text-center" x-show="isEmpty" x-cloak>
                    <div class="max-w-[440px]"><h2 class="mb-2 text-[22px]">No brushes kept yet</h2><p class="mb-4 text-[15px] text-stone">Gather a picture and cut it into a tip: it comes here as a brush. Or drop a bundle or some pictures here.</p><a class="firm no-underline" href="{{ route('gather') }}">Go to Gather</a> <a class="quiet no-underline" href="{{ route('library') }}">The demo’s brushes …</a></div>
                </div>
                <p class="mt-8 text-center text-[15px] text-stone" x-show="hasNothing &amp;&amp; !isEmpty" x-cloak>Nothing is found. <button type="button" class="underline" x-on:click="askAll">Show all</button></p>
                <div x-ref="list" class="relative" role="listbox" aria-label="Brushes" aria-multiselectable="true"><div x-ref="frame" class="pointer-events-none absolute left-0 top-0 z-10 rounded-[4px] border border-yarrow-dark bg-yarrow/20" hidden></div></div>
            </div>
        </div>
        <dialog x-ref="sure" class="m-auto max-w-[420px] rounded-[10px] bg-fog-50 p-5 text-ink shadow-[0_8px_40px_#0005] backdrop:bg-black/30" aria-labelledby="sure-title">
            <h2 id="sure-title" class="mb-2 text-[17px]">Empty what is set aside?</h2>
            <p class="text-[14px]"><span x-text="asideWords"></span>: gone for good, with the tips that nothing else needs. This one thing cannot be undone, and what was done in Keep before it no longer either.</p>
            <div class="mt-3 flex justify-end gap-2"><form method="dialog"><button class="quiet">Leave it</button></form><button type="button" class="firm" x-on:click="emptyAside">Empty it</button></div>
        </dialog>
    </main>
</x-layout>
