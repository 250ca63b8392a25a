Hello {!! $name !!},

Somebody who looks after {!! $app !!} has given your account a temporary password:

{!! $password !!}

Sign in with it within {!! $hours !!} hours, and choose one of your own there.
The former password has stopped working.

{!! $url !!}
