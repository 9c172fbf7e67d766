<x-layout room="keep" title="The whole library">
    <x-data id="library-data" :value="$data" />
    <main x-data="libraryRoom" class="relative min-h-0 overflow-y-auto px-5 py-[14px]">
        <div class="mx-auto flex max-w-[980px] flex-col gap-4">
            <div class="flex items-baseline gap-3"><h1 class="m-0 text-[22px]">The whole library</h1><span class="small">{{ implode(' · ', array_map(fn ($count, $one) => number_format($count).' '.Str::plural($one, $count), $data['counts'], ['brush', 'source', 'sheet'])) }}</span><a class="quiet ml-auto no-underline" href="{{ route('keep') }}">Back to Keep</a></div>
            <p class="wrong m-0" role="alert" x-show="message !== ''" x-cloak x-text="message"></p>
            <div class="flex items-center gap-3 rounded-[10px] bg-yarrow-light px-4 py-2 text-[14px]" role="status" x-show="hasBefore" x-cloak data-before><span>The library is another one now. What was here before is kept.</span><button type="button" class="quiet" x-on:click="takeBack">Take that back</button></div>
            <p class="m-0 flex items-center gap-3 rounded-[10px] bg-fog-50 px-4 py-2" role="status" x-show="working" x-cloak><progress class="bar w-[240px]" :value="part"></progress><span class="flex-1" x-text="doing"></span><button type="button" class="quiet" x-on:click="callOff">Call off</button></p>
            <div class="grid grid-cols-2 gap-4">
                <section class="card flex flex-col gap-2 p-4"><h2 class="m-0 text-[17px]">Keep a copy</h2><p class="m-0 text-[14px]">Everything: sources and how they were cut, tips, brushes with all their versions, sets, makers, sheets with every stroke, pen movements.</p>
                    <div class="mt-auto flex gap-2"><button type="button" class="firm" x-on:click="keepCopy" :disabled="working">Keep a copy here</button><button type="button" class="quiet bg-fog-200" x-on:click="carryAway(null)" :disabled="working">Save it as one file</button></div></section>
                <section class="card flex flex-col gap-2 p-4"><h2 class="m-0 text-[17px]">Put a copy back</h2><p class="m-0 text-[14px]">A file that was saved here or on another machine takes the place of what is here. What is here is copied first.</p>
                    <div class="mt-auto"><label class="firm inline-block cursor-pointer focus-within:outline-2 focus-within:outline-yarrow-dark">Choose a file …<input type="file" accept=".foglibrary,application/zip" class="sr-only" x-on:change="bring" :disabled="working"></label></div></section>
                <section class="card flex flex-col gap-2 p-4"><h2 class="m-0 text-[17px]">Start over</h2><p class="m-0 text-[14px]">The library as new. All that is here is set aside as one copy first, and can be put back.</p>
                    <div class="mt-auto"><button type="button" class="quiet bg-fog-200" x-on:click="askOver" :disabled="working">Start over …</button></div></section>
                <section class="card flex flex-col gap-2 p-4"><h2 class="m-0 text-[17px]">Brushes as one bundle</h2><p class="m-0 text-[14px]">All brushes in an open format, to give away or to read with other programs. Choose all in Keep, then Send out.</p>
                    <div class="mt-auto"><a class="quiet bg-fog-200 no-underline" href="{{ route('keep') }}">Go to Keep</a></div></section>
            </div>
            <section aria-label="Copies"><h2 class="m-0 mb-1 text-[17px]">Copies</h2>
                <p class="small m-0 mb-2">One is taken by itself before each change of the library’s form and once a day when something changed; the last seven of those stay. They lie in <code class="select-all">{{ $data['folder'] }}</code>.</p>
                <p class="m-0 text-[14px] text-stone" x-show="!hasCopies" x-cloak>No copies yet.</p>
                <ul class="m-0 flex list-none flex-col gap-[6px] p-0" data-copies>
                    <template x-for="c in copies" :key="c.name"><li class="card flex items-center gap-3 px-3 py-2"><span class="min-w-0 flex-1"><span class="block text-[14px]" :title="c.exact" x-text="copyWords(c)"></span><span class="small" x-text="c.size + ' and ' + c.files.toLocaleString('en-GB') + ' files shared with the library'"></span></span><button type="button" class="quiet bg-fog-200" x-on:click="putBack(c)" :disabled="working">Put it back</button><button type="button" class="quiet" x-on:click="carryAway(c)" :disabled="working">Save as a file</button><button type="button" class="quiet" x-on:click="remove(c)" :disabled="working" :aria-label="'Delete the copy ' + copyWords(c)">Delete</button></li></template>
                </ul>
            </section>
        </div>
        <dialog x-ref="over" class="m-auto max-w-[440px] rounded-[10px] bg-fog-50 p-5 text-ink shadow-[0_8px_40px_#0005] backdrop:bg-black/30" aria-labelledby="over-title">
            <h2 id="over-title" class="mb-2 text-[17px]">Start over?</h2>
            <p class="m-0 mb-2 text-[14px]">All that is here is set aside as one copy, which can be put back at any time.</p>
            <label class="flex items-center gap-2 text-[14px]"><input type="checkbox" class="switch" x-model="withDemo"> With the Saltmarsh Almanac, the demo (about a minute)</label>
            <div class="mt-3 flex justify-end gap-2"><form method="dialog"><button class="quiet">Leave it</button></form><button type="button" class="firm" x-on:click="startOver">Start over</button></div>
        </dialog>
    </main>
</x-layout>
