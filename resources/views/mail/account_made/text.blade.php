Hello {!! $name !!},

Somebody who looks after {!! $app !!} has made an account for you, with this
address. Choose your password within {!! $hours !!} hours; that also verifies
your address:

{!! $url !!}

If this means nothing to you, do nothing: without a password nobody can use it.
