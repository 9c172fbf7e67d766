<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Http\FileName;
use App\Pictures\PictureRefused;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;
use LogicException;

/** A picture file brought in by a painter. What is in it is judged when it is decoded. */
final class BringIn extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['picture' => ['required', 'file', 'max:'. 100 * 1024]];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'picture.required' => 'Choose a picture first.',
            'picture.file' => 'Choose a picture first.',
            'picture.uploaded' => 'The file did not arrive whole. The most Yarrowfog opens is 100 MB.',
            'picture.max' => PictureRefused::TOO_LARGE,
        ];
    }

    public function bytes(): string
    {
        return (string) $this->picture()->getContent();
    }

    /** The name of the file without its ending and without what a name may not hold. */
    public function name(): string
    {
        return FileName::of($this->picture(), 'Picture');
    }

    private function picture(): UploadedFile
    {
        $file = $this->file('picture');

        return $file instanceof UploadedFile ? $file : throw new LogicException('The request was not validated.');
    }
}
