<x-layout room="gather" :title="$way->label()">
    <x-data id="way-data" :value="['url' => route('ways.store', $way->id()), 'fontsUrl' => route('fonts.store'), 'paramList' => $params, 'numbersNow' => (object) $numbers]" />
    <main x-data="wayRoom" class="grid min-h-0 grid-cols-[minmax(0,1fr)_320px] gap-[14px] px-5 py-[14px]">
        <section aria-label="The picture" class="relative grid min-h-0 place-items-center overflow-hidden rounded-[10px] bg-neutral-mat p-5">
            <div class="{{ in_array($way->id(), ['scanner', 'camera'], true) ? '' : 'nothing' }} grid max-h-full max-w-full min-h-0 min-w-0 overflow-hidden">
                <canvas x-ref="picture" width="600" height="600" class="max-h-[calc(100vh-130px)] max-w-full object-contain" role="img" aria-label="What will be taken"></canvas>
            </div>
            <p class="absolute inset-x-0 top-[45%] m-0 text-center text-white" x-show="!ready">One moment …</p>
        </section>
        <aside class="flex min-h-0 flex-col gap-[10px]">
            <div class="card min-h-0 flex-1 overflow-y-auto p-4">
                <h1 class="m-0 mb-1 text-[17px]">{{ $way->label() }}</h1>
                <p class="small m-0 mb-3">{{ $way->sentence() }}</p>
                <div class="flex flex-col gap-2">
                    <x-form-fields of="recipe" />
                    @if ($way->id() === 'lettering')
                        <label class="quiet inline-block self-start bg-fog-200 focus-within:outline-2 focus-within:outline-yarrow-dark">Use a font of your own<input type="file" class="sr-only" accept=".ttf,.otf" data-font x-on:change="bringFont"></label>
                        <p class="small m-0">Rather by hand? <a class="text-ink" href="{{ route('gather') }}#mark">Write it with the pen.</a></p>
                    @endif
                </div>
            </div>
            <p class="wrong m-0" role="alert" x-show="message !== ''" x-cloak x-text="message"></p>
            <label class="text-[13px] text-stone">Name <input class="field w-full" :value="name" x-on:input="rename" maxlength="120"></label>
            <div class="flex items-center gap-2">
                <a class="quiet bg-fog-200 no-underline" href="{{ route('gather') }}">Back</a>
                <button type="button" class="firm ml-auto px-[18px] py-[10px] text-[15px]" x-on:click="take" :disabled="taking || !ready" x-text="taking ? 'Taking it …' : 'Take it, and cut'"></button>
            </div>
        </aside>
    </main>
</x-layout>
