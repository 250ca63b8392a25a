Hello {!! $name !!},

Your account on {!! $app !!} is open again, with everything that was in it.
You can sign in as before:

{!! $url !!}
