{!! $app !!}: a new password
