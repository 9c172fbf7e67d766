<x-layout room="gather" title="Gather">
    <x-data id="gather-data" :value="['url' => route('sources.store')]" />
    <main x-data="gatherRoom" class="grid min-h-0 grid-cols-[minmax(0,1fr)_300px] gap-[14px] px-5 py-[14px]"
          x-on:dragover.prevent="dragOver" x-on:dragleave="dragOut" x-on:drop.prevent="drop">
        <section aria-label="Sources" class="min-h-0 overflow-y-auto rounded-[10px] bg-neutral-mat p-4" :class="over ? 'shadow-[inset_0_0_0_3px_var(--color-yarrow)]' : ''">
            @if ($sources->isEmpty())
                <div class="grid h-full place-items-center text-center text-white">
                    <div class="max-w-[420px]">
                        <h1 class="mb-2 text-[22px]">Nothing gathered yet</h1>
                        <p class="text-[15px]">Drop a photo or a scan of a mark here, or draw one. It is kept as it comes; everything after is done to a copy.</p>
                    </div>
                </div>
            @else
                <h1 class="sr-only">Sources</h1>
                <ul class="m-0 grid list-none grid-cols-[repeat(auto-fill,minmax(210px,1fr))] gap-4 p-0">
                    @foreach ($sources as $source)
                        <li>
                            <a href="{{ route('cut', $source) }}" class="block rounded-[8px] text-ink no-underline focus-visible:outline-white">
                                <img src="{{ route('sources.thumb', $source) }}" alt="" loading="lazy" class="h-[190px] w-full rounded-t-[8px] bg-[#a8a8a8] object-contain">
                                <span class="block rounded-b-[8px] bg-fog-50 px-3 py-2">
                                    <b class="block truncate text-[14px]">{{ $source->name }}</b>
                                    <span class="small block">{{ $source->facts() }}</span>
                                    <span class="small block">{{ $source->tips->isEmpty() ? 'no tip yet' : ($source->tips->count() === 1 ? '1 tip' : $source->tips->count().' tips') }} · {{ $source->created_at->diffForHumans() }}</span>
                                </span>
                            </a>
                        </li>
                    @endforeach
                </ul>
            @endif
        </section>
        <aside aria-label="Ways in" class="flex min-h-0 flex-col gap-[10px] overflow-y-auto">
            <div class="card p-4">
                <h2 class="m-0 mb-1 text-[15px]">A picture</h2>
                <p class="small m-0 mb-3">PNG, JPEG, WebP, TIFF, BMP or GIF, up to 64 megapixels. Choose, drop it anywhere, or paste.</p>
                <label class="firm inline-block focus-within:outline-2 focus-within:outline-offset-2 focus-within:outline-yarrow-dark">Choose pictures
                    <input type="file" multiple class="sr-only" accept=".png,.jpg,.jpeg,.webp,.tif,.tiff,.bmp,.gif,image/*" x-on:change="choose">
                </label>
                <ul class="m-0 mt-3 flex list-none flex-col gap-2 p-0" aria-live="polite" data-bringing x-show="bringing.length > 0" x-cloak>
                    <template x-for="b in bringing" :key="b.key">
                        <li class="text-[13px]"><b class="block truncate" x-text="b.name"></b><span :class="b.wrong ? 'text-madder' : 'text-stone'" x-text="b.says"></span></li>
                    </template>
                </ul>
            </div>
            <div class="card p-4">
                <h2 class="m-0 mb-1 text-[15px]">A drawn mark</h2>
                <p class="small m-0 mb-3">Draw with pen or mouse on a blank square.</p>
                <form method="post" action="{{ route('mark.create') }}">@csrf<button class="quiet bg-fog-200">Draw a mark</button></form>
            </div>
        </aside>
    </main>
</x-layout>
