Hello {!! $name !!},

Somebody tried to create an account on {!! $app !!} with this address.
You already have one, so nothing was changed. If it was you, sign in instead:

{!! $url !!}

If it was not you, there is nothing to do. They were told nothing about you.
