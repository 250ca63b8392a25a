@extends('mail.frame', ['title' => 'The address of your account was changed'])
@section('content')
<p style="margin:0 0 12px">Hello {{ $name }},</p>
<p style="margin:0 0 20px">The address of your account on {{ $app }} was changed from <strong>{{ $before }}</strong> to <strong>{{ $after }}</strong>.</p>
<p style="margin:0">If this was you, there is nothing to do. If not, somebody knows your password: write to whoever looks after {{ $app }} at once.</p>
@endsection
