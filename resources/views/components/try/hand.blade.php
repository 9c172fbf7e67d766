{{-- How the hand paints where there is no pen, and how it is steadied. Needs the `atHand` component around it. --}}
<div class="card absolute right-0 top-[36px] z-10 flex w-[280px] flex-col gap-[6px] p-3 text-[13px] shadow-[0_2px_10px_#0003]" x-show="showsHand" x-cloak role="group" aria-label="The hand">
    <label class="flex items-center justify-between gap-2"><span class="whitespace-nowrap font-bold">A mouse presses</span>
        <select class="field py-[2px]" x-on:change="setPressure" aria-label="Where a mouse or finger gets its pressure from"><template x-for="p in pressures" :key="p.id"><option :value="p.id" :selected="isPressure(p)" x-text="p.label"></option></template></select>
    </label>
    <div x-show="hasLevel"><x-slider of="levelDial" /></div>
    <label class="flex items-center justify-between gap-2" x-show="hasMovement"><span>Its hand</span>
        <select class="field py-[2px]" x-on:change="setMovement" aria-label="Movement whose pressure is lent">
            @foreach (Yarrowfog\Core\Stroke\Practice\LentPressure::movements() as $movement)
                <option value="{{ $movement }}" :selected="isMovement('{{ $movement }}')">{{ $movement }}</option>
            @endforeach
        </select>
    </label>
    <p class="small m-0" x-show="hasMovement">Its pressure along the whole stroke is laid over yours when the hand lifts.</p>
    <label class="flex items-center gap-2 border-t border-fog-200 pt-[6px]"><input type="checkbox" class="switch" :checked="steadies" x-on:change="flipSteadying"> Steady every brush alike</label>
    <div x-show="steadies"><x-slider of="steadyingDial" /></div>
    <label class="flex items-center justify-between gap-2 border-t border-fog-200 pt-[6px]"><span class="font-bold">A finger</span>
        <select class="field py-[2px]" x-on:change="setFingers" aria-label="What a finger does"><option value="auto" :selected="isFingers('auto')">paints until a pen is seen</option><option value="paint" :selected="isFingers('paint')">always paints</option><option value="rest" :selected="isFingers('rest')">never paints</option></select>
    </label>
</div>
