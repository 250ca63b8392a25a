@extends('mail.frame', ['title' => 'Your password was changed'])
@section('content')
<p style="margin:0 0 12px">Hello {{ $name }},</p>
<p style="margin:0 0 20px">The password of your account on {{ $app }} was changed {{ $how }}. If that was you, there is nothing to do.</p>
<p style="margin:0 0 20px">If it was not, <a href="{{ $url }}" target="_blank" rel="noopener" style="color:#006373">set a new one at once</a>.</p>
<p style="margin:0;font-size:14px;color:#4b5d66">The whole link:<br><span style="word-break:break-all">{{ $url }}</span></p>
@endsection
