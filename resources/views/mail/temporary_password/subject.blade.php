{!! $app !!}: a temporary password
