<x-layout room="tune" :title="$brush->name">
    <x-slot:hand><div id="pen-in-hand"></div></x-slot:hand>
    <x-slot:keys>
        <dt><kbd>Ctrl Z</kbd></dt><dd>undo a change</dd>
        <dt><kbd>Ctrl Shift Z</kbd></dt><dd>do it again</dd>
        <dt><kbd>←</kbd> <kbd>→</kbd></dt><dd>move a slider, or a point of the curve; on the swatch, go from dab to dab</dd>
        <dt><kbd>Insert</kbd> <kbd>Delete</kbd></dt><dd>add a point of the curve, or take it out</dd>
        <dt><kbd>Ctrl</kbd> wheel</dt><dd>look closer at the swatch</dd>
        <dt><kbd>Space</kbd> drag</dt><dd>move the swatch</dd>
        <dt><kbd>Esc</kbd></dt><dd>back to the settings</dd>
    </x-slot:keys>
    <x-data id="tune-data" :value="$data" />
    <main x-data="tuneRoom" class="grid min-h-0 grid-rows-[36px_clamp(222px,calc(100vh-530px),460px)_122px_minmax(0,1fr)] gap-[8px] px-5 pb-3 pt-2">
        <x-tune.toolbar />
        <x-tune.swatch />
        <x-tune.stations />
        <x-tune.settings />
        <x-tune.beginnings />
        <x-tune.versions />
        <x-tune.compare />
        <x-tune.practice />
        <x-tune.inks />
        <x-tune.about />
        <x-tune.conflict />
    </main>
</x-layout>
