<section aria-label="Ink" class="card grid min-h-0 grid-cols-[230px_minmax(0,1fr)_minmax(0,270px)] gap-5 overflow-y-auto px-4 py-3" x-show="shows('inks')" x-cloak>
    <x-ink.chart />
    <x-ink.figures />
    <div>
        <button type="button" class="quiet float-right" x-on:click="show('settings')">Back to the settings</button>
        <x-ink.ready><button type="button" class="quiet bg-fog-200" :aria-pressed="isPicking" x-on:click="pickFromSwatch" x-text="isPicking ? 'Press on the swatch …' : 'Pick one from the swatch'"></button></x-ink.ready>
    </div>
</section>
