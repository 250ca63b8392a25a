@extends('mail.frame', ['title' => 'The address of your account was changed'])
@section('content')
<p style="margin:0 0 12px">Hello {{ $name }},</p>
<p style="margin:0 0 20px">Whoever looks after {{ $app }} has changed the address of your account from <strong>{{ $before }}</strong> to <strong>{{ $after }}</strong>.</p>
<p style="margin:0">If you know of this, there is nothing to do. If not, write to them at once.</p>
@endsection
