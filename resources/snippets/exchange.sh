# The app's own page signed somebody in by POST /api/v1/sessions, without leaving it. SESSION is the value of the cookie that came back: it becomes
# tokens once, within two minutes. CLIENT_SECRET and SESSION are in the environment.
curl --fail-with-body --silent --show-error '{{issuer}}/oauth/token' \
  --user '{{client_id}}':"$CLIENT_SECRET" \
  --data-urlencode 'grant_type=urn:ietf:params:oauth:grant-type:token-exchange' \
  --data-urlencode 'subject_token_type=urn:kennel:token-type:session' --data-urlencode "subject_token=$SESSION" \
  --data-urlencode 'scope={{scope}}'
