@php
    $words = [
        'cut' => ['Nothing to cut yet', 'Bring in a photo or a scan, or draw a mark. Then it can be cut into a tip here.'],
        'tune' => ['No brush yet', 'Cut a picture into a tip first. The tip comes here as a brush to be tuned.'],
    ][$room];
@endphp
<x-layout :room="$room" :title="$words[0]">
    <main class="grid place-items-center p-6">
        <div class="max-w-[420px] text-center">
            <h1 class="mb-2 text-[22px]">{{ $words[0] }}</h1>
            <p class="mb-4 text-[15px] text-stone">{{ $words[1] }}</p>
            <a class="firm no-underline" href="{{ route('gather') }}">Go to Gather</a>
        </div>
    </main>
</x-layout>
