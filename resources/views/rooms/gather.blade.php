<x-layout room="gather" title="Gather">
    <x-data id="gather-data" :value="['url' => url('/sources'), 'setsUrl' => route('sets.store'), 'tags' => $tags, ...$wall]" />
    <main x-data="gatherRoom" class="grid min-h-0 grid-cols-[minmax(0,1fr)_300px] gap-[14px] px-5 py-[14px]"
          x-on:dragover.prevent="dragOver" x-on:dragleave="dragOut" x-on:drop.prevent="drop">
        <section aria-label="Sources" class="flex min-h-0 flex-col gap-[10px]">
            @if ($wall['total'] > 0)
                <div class="flex flex-none flex-wrap items-center gap-2">
                    <input type="search" class="field w-[220px] py-[6px]" placeholder="Search names, tags, kinds" aria-label="Search the sources" x-on:input="find">
                    <div class="flex flex-wrap gap-1" role="group" aria-label="Tags"><template x-for="t in tags" :key="t"><button type="button" class="choice" :aria-pressed="isTag(t)" x-on:click="pickTag(t)" x-text="t"></button></template></div>
                    <p class="small m-0 ml-auto" x-show="undone" x-cloak role="status"><span x-text="undone ? undone.name + ' deleted.' : ''"></span> <button type="button" class="p-0 underline" x-on:click="bringBack">Bring back</button></p>
                </div>
                <div class="card flex flex-none flex-wrap items-center gap-2 px-3 py-2 text-[13px]" x-show="chosen.length > 0" x-cloak role="group" aria-label="What is chosen">
                    <b x-text="chosen.length === 1 ? '1 chosen' : chosen.length + ' chosen'"></b>
                    <button type="button" class="firm" x-on:click="cutTogether" x-show="chosen.length > 1">Cut together, as frames</button>
                    <form class="flex items-center gap-1" x-on:submit.prevent="keepTags"><label>Tags <input class="field w-[180px]" :value="tagText" x-on:input="typeTags" placeholder="tide, rope" maxlength="400"></label><button class="quiet bg-fog-200">Keep tags</button></form>
                    <button type="button" class="quiet bg-fog-200" x-on:click="remove">Delete</button>
                    <button type="button" class="quiet ml-auto" x-on:click="none">Choose none</button>
                </div>
            @endif
            <p class="wrong m-0 flex-none" role="alert" x-show="message !== ''" x-cloak x-text="message"></p>
            <div class="min-h-0 flex-1 overflow-y-auto rounded-[10px] bg-neutral-mat p-4" x-on:scroll.passive="scrolled" :class="over ? 'shadow-[inset_0_0_0_3px_var(--color-yarrow)]' : ''">
                @if ($wall['total'] === 0)
                    <div class="grid h-full place-items-center text-center text-ink">
                        <div class="max-w-[420px]">
                            <h1 class="mb-2 text-[22px]">Nothing gathered yet</h1>
                            <p class="text-[15px]">Drop a photo or a scan of a mark here, or draw one. It is kept as it comes; everything after is done to a copy. No mark at hand? The sample scanner has ten finds to begin with.</p>
                        </div>
                    </div>
                @else
                    <h1 class="sr-only">Sources</h1>
                    <ul class="m-0 grid list-none grid-cols-[repeat(auto-fill,minmax(210px,1fr))] gap-4 p-0">
                        <template x-for="s in sources" :key="s.id">
                            <li class="relative rounded-[8px]" :class="isChosen(s) ? 'shadow-[0_0_0_3px_var(--color-yarrow)]' : ''" :data-source="s.id">
                                <a :href="s.cut" class="block rounded-t-[8px] focus-visible:outline-white" :aria-label="'Cut ' + s.name"><img :src="s.thumb" alt="" loading="lazy" class="h-[190px] w-full rounded-t-[8px] bg-[#a8a8a8] object-contain"></a>
                                <label class="absolute left-[8px] top-[8px] grid size-[26px] cursor-pointer place-items-center rounded-[6px] bg-fog-50/90 text-[12px] font-bold"><input type="checkbox" class="peer sr-only" :checked="isChosen(s)" x-on:change="toggle(s)" :aria-label="'Choose ' + s.name"><span class="rounded-[3px] peer-focus-visible:outline-2 peer-focus-visible:outline-yarrow-dark" x-text="isChosen(s) ? order(s) : '+'"></span></label>
                                <div class="rounded-b-[8px] bg-fog-50 px-3 py-2">
                                    <input class="block w-full truncate rounded-[4px] border border-transparent bg-transparent p-0 text-[14px] font-bold hover:border-fog-300 focus:border-fog-300 focus:bg-white" :value="s.name" x-on:change="rename(s, $event)" :aria-label="'Name of ' + s.name" maxlength="120">
                                    <span class="small block" x-text="s.facts"></span>
                                    <span class="small block"><template x-for="(t, i) in s.tips" :key="i"><a class="mr-1 text-ink underline" :href="t.tune" x-text="t.name"></a></template><span x-text="(s.tips.length === 0 ? 'no tip yet' : '') + ' · ' + s.age"></span></span>
                                    <span class="mt-1 flex flex-wrap gap-1" x-show="s.tags.length > 0"><template x-for="t in s.tags" :key="t"><span class="rounded-full bg-fog-200 px-2 text-[11.5px]" x-text="t"></span></template></span>
                                </div>
                            </li>
                        </template>
                    </ul>
                    <p class="m-0 py-6 text-center" x-show="left > 0"><button type="button" class="quiet bg-fog-200" x-on:click="further" x-text="leftWords"></button></p>
                    <p class="m-0 py-10 text-center text-ink" x-show="sources.length === 0">Nothing here goes by these words. Clear the search to see all.</p>
                @endif
            </div>
        </section>
        <aside aria-label="Ways in" class="flex min-h-0 flex-col gap-[10px] overflow-y-auto">
            <div class="card p-4">
                <h2 class="m-0 mb-1 text-[15px]">Pictures</h2>
                <p class="small m-0 mb-3">PNG, JPEG, WebP, TIFF, BMP or GIF, up to 64 megapixels, or SVG; several at once. Choose, drop them anywhere, or paste.</p>
                <label class="firm inline-block focus-within:outline-2 focus-within:outline-offset-2 focus-within:outline-yarrow-dark">Choose pictures
                    <input type="file" multiple class="sr-only" accept=".png,.jpg,.jpeg,.webp,.tif,.tiff,.bmp,.gif,.svg,image/*" x-on:change="choose">
                </label>
                <ul class="m-0 mt-3 flex list-none flex-col gap-2 p-0" aria-live="polite" data-bringing x-show="bringing.length > 0" x-cloak>
                    <template x-for="b in bringing" :key="b.key">
                        <li class="grid grid-cols-[minmax(0,1fr)_auto] items-center text-[13px]"><b class="truncate" x-text="b.name"></b><button type="button" class="quiet" x-show="isOnItsWay(b)" x-on:click="callOff(b)" :aria-label="'Call off ' + b.name">Call off</button><button type="button" class="quiet" x-show="!isOnItsWay(b)" x-on:click="dismiss(b)" :aria-label="'Put the note about ' + b.name + ' away'">×</button><span class="col-span-2" :class="b.wrong ? 'text-madder' : 'text-stone'" x-text="b.says"></span><progress class="col-span-2 h-[4px] w-full" :value="b.part" max="1" x-show="isOnItsWay(b)" :aria-label="'How much of ' + b.name + ' is here'"></progress></li>
                    </template>
                </ul>
            </div>
            <div class="card p-4" id="mark">
                <h2 class="m-0 mb-1 text-[15px]">A drawn mark</h2>
                <p class="small m-0 mb-3">Draw or write with pen or mouse, with any brush, on a blank sheet.</p>
                <form method="post" action="{{ route('mark.create') }}" class="flex flex-wrap gap-[6px]">@csrf
                    <button class="quiet bg-fog-200" name="side" value="800">Draw a mark</button>
                    <button class="quiet bg-fog-200" name="side" value="1600">… on a large square</button>
                    <button class="quiet bg-fog-200" name="side" value="wide">Write by hand</button>
                </form>
            </div>
            <nav class="card p-2" aria-label="Other ways">
                @foreach ($ways as $way)
                    <a class="block rounded-[7px] px-2 py-[6px] text-ink no-underline hover:bg-fog-200" href="{{ route('ways.show', $way->id()) }}"><b class="font-title text-[14.5px]">{{ $way->label() }}</b><span class="small block leading-[1.25]">{{ $way->sentence() }}</span></a>
                @endforeach
            </nav>
        </aside>
    </main>
</x-layout>
