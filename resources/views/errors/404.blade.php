<x-layout room="" title="Nothing here">
    <main class="grid place-items-center px-5 text-center">
        <div class="max-w-[440px]">
            <h1 class="mb-2 text-[22px]">There is nothing at this address</h1>
            <p class="mb-4 text-[15px] text-stone">What stood here may have been deleted, or the address is misspelt. Nothing else is lost: go to one of the rooms above.</p>
            <a class="firm no-underline" href="{{ route('gather') }}">Go to Gather</a>
        </div>
    </main>
</x-layout>
