<x-layout room="keep" :title="$brush->name">
    <x-slot:hand><a class="quiet no-underline" href="{{ route('keep') }}">Back to Keep</a> <a class="firm no-underline" href="{{ route('tune', $brush) }}">Tune it</a></x-slot:hand>
    <x-data id="brush-data" :value="$data" />
    <main x-data="brushRoom" class="relative min-h-0 overflow-y-auto px-5 py-[14px]">
        <p class="wrong m-0 mb-2" role="alert" x-show="message !== ''" x-cloak x-text="message"></p>
        <div class="grid grid-cols-[minmax(0,1fr)_330px] gap-5">
            <div class="flex min-w-0 flex-col gap-5">
                <section aria-label="Its strip">
                    <div class="flex items-center gap-4 rounded-[10px] bg-neutral-mat p-4">
                        <img :src="strip + '&amp;large=1'" alt="{{ $data['name'] }}, painted large" width="680" height="208" class="h-auto min-w-0 flex-[680] rounded-[6px]" :class="backdropClass" data-strip-large>
                        <span class="flex min-w-0 flex-[300] flex-col gap-3"><img :src="strip" alt="the same at half the size" width="340" height="104" class="h-auto w-full rounded-[6px]" :class="backdropClass"><img :src="strip" alt="the same, small" width="170" height="52" class="h-auto w-1/2 rounded-[5px]" :class="backdropClass"></span>
                    </div>
                    <div class="mt-2 flex flex-wrap items-center gap-2"><span class="flex rounded-[7px] bg-fog-200 p-[2px]" role="group" aria-label="Backdrop"><template x-for="b in backdrops" :key="b.id"><button type="button" class="choice" :aria-pressed="isBackdrop(b)" x-on:click="setBackdrop(b)" x-text="b.label"></button></template></span>
                        <span class="ml-auto"></span><button type="button" class="quiet bg-fog-200" x-on:click="openOut" :aria-expanded="outIsOpen">Send out …</button><button type="button" class="quiet bg-fog-200" x-on:click="duplicate">Duplicate</button><button type="button" class="quiet bg-fog-200" x-on:click="setAside">Delete</button></div>
                    <div class="mt-2 rounded-[10px] bg-fog-50 p-3 shadow-[0_0_0_1px_var(--color-fog-200)]" x-show="outIsOpen" x-cloak><x-keep.out /></div>
                </section>
                <section aria-label="Where it comes from"><h2 class="m-0 mb-2 text-[16px]">Where it comes from</h2>
                    <ol class="m-0 flex list-none items-stretch gap-2 overflow-x-auto p-0" data-story>
                        <template x-for="(s, i) in story" :key="i"><li class="flex items-center gap-2"><span aria-hidden="true" class="text-[18px] text-fog-400" x-show="i > 0">→</span><a :href="s.url" class="card flex w-[140px] flex-col overflow-hidden text-ink no-underline hover:shadow-[0_0_0_2px_var(--color-yarrow)]"><span class="grid h-[96px] place-items-center bg-white p-1"><img :src="s.picture" alt="" class="h-[88px] w-full object-contain" x-show="s.picture !== ''"><span class="font-title text-[15px] text-stone" x-show="s.picture === ''" x-text="s.name"></span></span><span class="px-2 py-1"><b class="block text-[13px]" x-text="s.title"></b><span class="small block truncate" x-text="s.name"></span></span></a></li></template>
                    </ol>
                </section>
                <section aria-label="What it paints with"><h2 class="m-0 mb-2 text-[16px]">What it paints with</h2>
                    <div class="flex flex-wrap gap-3"><template x-for="(f, i) in frames" :key="i"><figure class="m-0 w-[96px]"><span class="card grid h-[96px] place-items-center bg-white p-1"><img :src="f" :alt="'Frame ' + (i + 1) + ' of the tip'" class="h-[88px] w-full object-contain"></span><figcaption class="small" x-text="frames.length === 1 ? 'tip' : 'frame ' + (i + 1)"></figcaption></figure></template>
                        <template x-if="bite"><figure class="m-0 w-[96px]"><span class="card grid h-[96px] place-items-center bg-white p-1"><img :src="bite.picture" alt="The bite" class="h-[88px] w-full object-contain"></span><figcaption class="small truncate" x-text="'bite: ' + bite.name"></figcaption></figure></template>
                        <template x-if="tooth"><figure class="m-0 w-[96px]"><span class="card grid h-[96px] place-items-center overflow-hidden bg-white"><img :src="tooth.picture" alt="The tooth" class="size-full object-cover"></span><figcaption class="small truncate" x-text="'tooth: ' + tooth.name"></figcaption></figure></template></div>
                    <p class="m-0 mt-2 flex flex-wrap items-center gap-[6px] text-[13px]" data-formats>Save the tip as <template x-for="f in formats" :key="f.label"><a class="quiet bg-fog-200 no-underline" :href="f.url" download x-text="f.label"></a></template><button type="button" class="quiet bg-fog-200" x-show="putTipBack !== null" x-on:click="putEarlierTipBack">Put the earlier tip back</button></p>
                </section>
                <section aria-label="Versions" x-show="versions.length > 0" x-cloak><h2 class="m-0 mb-2 text-[16px]">Versions</h2>
                    <ul class="m-0 grid list-none grid-cols-[repeat(auto-fill,minmax(230px,1fr))] gap-3 p-0"><template x-for="v in versions" :key="v.id"><li class="card overflow-hidden"><img :src="v.strip" alt="" loading="lazy" width="340" height="104" class="block h-auto w-full bg-white"><div class="flex flex-wrap items-center gap-1 px-2 py-2"><span class="min-w-0 flex-1 truncate text-[13px]" :title="v.exact" x-text="v.isNow ? 'as it is now' : v.at"></span><button type="button" class="quiet px-2" x-show="!v.isNow" x-on:click="putVersionBack(v)">Put back</button><button type="button" class="quiet px-2" x-show="!v.isNow" x-on:click="branchVersion(v)">As its own</button></div></li></template></ul>
                </section>
                <section aria-label="Settings that differ"><div class="mb-2 flex items-center gap-3"><h2 class="m-0 text-[16px]">Settings that differ from the defaults</h2><button type="button" class="quiet bg-fog-200" x-on:click="copyTable">Copy the table</button><span class="small" role="status" x-text="copied"></span></div>
                    <table class="w-full border-collapse text-[13px]" data-differs><thead><tr class="text-left text-stone"><th class="border-b border-fog-300 py-1 font-normal">Station</th><th class="border-b border-fog-300 font-normal">Setting</th><th class="border-b border-fog-300 font-normal">Here</th><th class="border-b border-fog-300 font-normal">By default</th></tr></thead><tbody><template x-for="d in differs" :key="d.station + d.setting"><tr><td class="border-b border-fog-200 py-[3px] text-stone" x-text="d.station"></td><td class="border-b border-fog-200" x-text="d.setting"></td><td class="border-b border-fog-200 font-bold" x-text="d.value"></td><td class="border-b border-fog-200 text-stone" x-text="d.default"></td></tr></template></tbody></table>
                </section>
            </div>
            <aside class="flex flex-col gap-4 text-[13px]" aria-label="What is told of it">
                <div class="card flex flex-col gap-2 p-4">
                    <h1 class="sr-only">{{ $brush->name }}</h1>
                    <label class="flex flex-col">Name <input class="field font-title text-[17px] font-semibold" maxlength="120" :value="name" x-on:change="tellOf('name', $event)"></label>
                    <label class="flex flex-col">What it is for <textarea class="field min-h-[90px] resize-y" maxlength="4000" :value="note" x-on:change="tellOf('note', $event)"></textarea></label>
                    <label class="flex flex-col">Tags, parted by commas <input class="field" maxlength="400" :value="tags" x-on:change="tellOf('tags', $event)"></label>
                    <fieldset class="m-0 border-0 p-0" x-show="sets.length > 0"><legend class="p-0">On the sets</legend><template x-for="s in sets" :key="s.id"><label class="flex min-h-[26px] items-center gap-2"><input type="checkbox" :checked="s.isOn" x-on:change="putOn(s, $event)"><span x-text="s.name"></span></label></template></fieldset>
                </div>
                <div class="card flex flex-col gap-2 p-4" data-maker>
                    <h2 class="m-0 text-[16px]">Maker’s mark</h2>
                    <label class="flex flex-col">Made by <select class="field" x-on:change="tellOf('maker', $event)"><option value="0" :selected="isMaker(0)">nobody yet</option><template x-for="m in makers" :key="m.id"><option :value="m.id" :selected="isMaker(m.id)" x-text="m.name"></option></template></select></label>
                    <div class="flex items-end gap-2" x-show="!hasMaker"><label class="flex min-w-0 flex-1 flex-col">A new maker <input class="field" maxlength="120" x-model="makerName" aria-label="A new maker’s name"></label><button type="button" class="quiet bg-fog-200" x-on:click="newMaker">Make</button></div>
                    <template x-if="hasMaker">
                        <div class="flex flex-col gap-2">
                            <label class="flex flex-col">Maker’s name <input class="field" maxlength="120" :value="makerOf('name')" x-on:change="tellMaker('name', $event)"></label>
                            <label class="flex flex-col">Licence of all that they make <input class="field" list="licences" maxlength="120" :value="makerOf('licence')" x-on:change="tellMaker('licence', $event)"></label>
                            <div class="grid grid-cols-2 gap-2">
                                @foreach (['mark' => ['Mark', 150, 150], 'signature' => ['Signature', 240, 150]] as $which => [$label, $w, $h])
                                    <div class="flex flex-col gap-1"><span>{{ $label }}</span><span class="relative block h-[92px] overflow-hidden rounded-[8px] bg-white shadow-[inset_0_0_0_1px_var(--color-fog-300)]"><img :src="makerOf('{{ $which }}')" alt="{{ $label }}" class="pointer-events-none absolute inset-0 size-full object-contain" x-show="makerOf('{{ $which }}') !== ''" data-{{ $which }}><canvas x-ref="{{ $which }}" x-init="catchSign($el, '{{ $which }}')" width="{{ $w }}" height="{{ $h }}" class="absolute inset-0 size-full touch-none opacity-40" role="img" aria-label="Draw the {{ strtolower($label) }} here with the pen"></canvas></span><span class="flex gap-1"><button type="button" class="tool px-[6px]" x-on:click="drawAnew('{{ $which }}')">Anew</button><label class="tool cursor-pointer px-[6px] focus-within:outline-2 focus-within:outline-yarrow-dark">Picture …<input type="file" accept="image/png,image/jpeg,image/webp" class="sr-only" x-on:change="bringSign('{{ $which }}', $event)"></label></span></div>
                                @endforeach
                            </div>
                        </div>
                    </template>
                    <label class="flex flex-col">Licence of this brush <input class="field" list="licences" maxlength="120" :value="licence" placeholder="for instance CC-BY-4.0" x-on:change="tellOf('licence', $event)"></label>
                    <span class="small" x-show="licenceWords !== ''" x-text="licenceWords"></span>
                    <datalist id="licences">@foreach ($data['licences'] as $id => $words)<option value="{{ $id }}">{{ $words }}</option>@endforeach</datalist>
                    <label class="flex flex-col">Made on <input type="date" class="field" :value="made" x-on:change="tellOf('made', $event)"></label>
                </div>
                <div class="card p-4" x-show="sheets.length > 0" x-cloak><h2 class="m-0 mb-1 text-[16px]">Where it was used</h2><template x-for="s in sheets" :key="s.url"><p class="m-0"><a :href="s.url" class="text-ink" x-text="s.name"></a> <span class="small" x-text="s.strokes === 1 ? '1 stroke' : s.strokes + ' strokes'"></span></p></template></div>
            </aside>
        </div>
    </main>
</x-layout>
