@extends('mail.frame', ['title' => 'Your account is closed'])
@section('content')
<p style="margin:0 0 12px">Hello {{ $name }},</p>
<p style="margin:0 0 20px">Your account on {{ $app }} is closed. Nobody can sign in to it any more.</p>
<p style="margin:0">For {{ $days }} days it can be reopened: write to whoever looks after {{ $app }}. After that it is deleted with everything in it.</p>
@endsection
