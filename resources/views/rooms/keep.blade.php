<x-layout room="keep" title="Keep">
    <x-data id="keep-data" :value="['brushes' => $brushes->map(fn ($b) => [
        'id' => $b->id, 'name' => $b->name, 'url' => url('/brushes/'.$b->id), 'tune' => route('tune', $b), 'tip' => route('tips.download', [$b->tip, 'png']),
        'strip' => route('brushes.strip', $b).'?v='.($b->updated_at?->timestamp ?? 0), 'kind' => $b->tip->kind->value, 'size' => (int) round($b->kept->base('size')), 'changed' => $b->draft !== null,
        'formats' => [
            ...array_map(fn ($f) => ['label' => match ($f) { 'svg' => 'SVG outline', 'webp' => 'WebP', default => strtoupper($f) }, 'href' => route('tips.download', [$b->tip, $f])], array_keys(App\Cutting\TipFile::TYPES)),
            ['label' => 'SVG in four greys', 'href' => route('tips.download', [$b->tip, 'svg', 'greys' => 4])],
        ],
        'frames' => count($b->tip->pictures()), 'list' => $b->tip->listUrl(), 'putBack' => $b->tip->makings_count > 0 ? route('tips.put-back', $b->tip) : null,
    ])->values(), 'aside' => $aside->map(fn ($b) => ['id' => $b->id, 'name' => $b->name, 'url' => url('/brushes/'.$b->id), 'strip' => route('brushes.strip', $b), 'since' => $b->deleted_at?->format('j F Y, H:i')])->values()]" />
    <main x-data="keepRoom" class="min-h-0 overflow-y-auto px-5 py-[14px]">
        <h1 class="sr-only">Brushes</h1>
        <div class="mb-3 flex items-center gap-3 rounded-[10px] bg-yarrow-light px-4 py-2 text-[14px]" role="status" x-show="deleted !== null" x-cloak>
            <span>“<span x-text="deleted === null ? '' : deleted.name"></span>” is deleted.</span>
            <button type="button" class="quiet" x-on:click="restore">Bring it back</button>
        </div>
        <div class="grid h-[60vh] place-items-center text-center" x-show="isEmpty" x-cloak>
            <div class="max-w-[420px]">
                <h2 class="mb-2 text-[22px]">No brushes kept yet</h2>
                <p class="mb-4 text-[15px] text-stone">Gather a picture and cut it into a tip: it comes here as a brush.</p>
                <a class="firm no-underline" href="{{ route('gather') }}">Go to Gather</a>
            </div>
        </div>
        <ul class="m-0 grid list-none grid-cols-[repeat(auto-fill,minmax(340px,1fr))] gap-4 p-0">
            <template x-for="b in brushes" :key="b.id">
                <li class="card" :data-brush="b.id">
                    <a :href="b.tune" class="block rounded-t-[10px] bg-white" :aria-label="'Tune ' + b.name"><img :src="b.strip" alt="" width="340" height="104" class="mx-auto block h-[120px] w-full object-contain"></a>
                    <div class="px-3 pb-3 pt-2">
                        <div class="flex items-baseline gap-2">
                            <input type="text" :value="b.name" maxlength="120" class="h-[26px] min-w-0 flex-1 rounded-[5px] border border-transparent bg-transparent px-1 font-title text-[16px] font-semibold hover:border-fog-300 focus:border-fog-300 focus:bg-white" aria-label="Name of the brush" x-on:change="rename(b, $event)">
                            <span class="small whitespace-nowrap" x-text="b.size + ' px · ' + b.kind + (b.frames > 1 ? ' · ' + b.frames + ' frames' : '') + (b.changed ? ' · has unkept changes' : '')"></span>
                        </div>
                        <p class="wrong m-0 px-1" role="alert" x-show="isWrong(b)" x-text="message"></p>
                        <div class="mt-2 flex gap-[6px]">
                            <a class="quiet no-underline" :href="b.tune">Tune</a>
                            <button type="button" class="quiet" x-on:click="duplicate(b)">Duplicate</button>
                            <details class="relative"><summary class="quiet cursor-pointer list-none" aria-label="The tip">Tip ▾</summary>
                                <div class="absolute left-0 top-[34px] z-10 flex w-[190px] flex-col gap-[2px] rounded-[8px] bg-fog-50 p-2 shadow-[0_4px_18px_#0004]">
                                    <template x-for="f in b.formats" :key="f.label"><a class="quiet no-underline" :href="f.href" download x-text="'Save as ' + f.label"></a></template>
                                    <template x-if="b.list"><a class="quiet no-underline" :href="b.list">Open its cut list</a></template>
                                    <template x-if="b.putBack"><button type="button" class="quiet text-left" x-on:click="putBackTip(b)">Put the earlier tip back</button></template>
                                </div>
                            </details>
                            <button type="button" class="quiet ml-auto" x-on:click="remove(b)">Delete</button>
                        </div>
                    </div>
                </li>
            </template>
        </ul>
        <section class="mt-6" x-show="aside.length > 0" x-cloak data-aside>
            <h2 class="m-0 mb-2 font-title text-[17px]">Set aside</h2>
            <ul class="m-0 grid list-none grid-cols-[repeat(auto-fill,minmax(340px,1fr))] gap-3 p-0">
                <template x-for="b in aside" :key="b.id">
                    <li class="card flex items-center gap-3 p-2">
                        <img :src="b.strip" alt="" width="340" height="104" loading="lazy" class="h-[52px] w-[150px] flex-none rounded-[6px] bg-white object-contain opacity-70">
                        <span class="min-w-0 flex-1"><span class="block truncate text-[14px]" x-text="b.name"></span><span class="small" x-text="'since ' + b.since"></span></span>
                        <button type="button" class="quiet flex-none" x-on:click="bringBack(b)">Bring it back</button>
                    </li>
                </template>
            </ul>
        </section>
    </main>
</x-layout>
