/** Refusals of sending posts and taking them back: on one's own blog, and on others. As in `answers.ts`, which has all. */
export const SENDING_ANSWERS = {
  'stale-publish': [409, 'The post was changed after this plan was made.', 'Look at the plan again.'],
  'address-taken': [
    409,
    'The post “{title}” has the address “{address}” on the blog.',
    'Give this post another address, or withdraw that one.',
  ],
  'host-away': [
    502,
    'The blog host at {url} does not answer.',
    'Start it, or check SETROW_BLOG_URL, and try again. Nothing was changed.',
  ],
  'host-key': [502, 'The blog host does not let Set Row in: {fault}', 'Check the access key (SETROW_BLOG_KEY).'],
  'host-refused': [502, 'The blog host refused: {fault}', 'Put right what it names, and try again.'],
  'host-ill': [502, 'The blog host could not do it: {fault}', 'Look after the blog host, and try again.'],
  'host-unsure': [
    502,
    'The post was sent, and then the blog host at {url} did not answer: it may be on the blog.',
    'Set Row asks the host as soon as it answers. It can also be taken back.',
  ],
  'post-too-large': [
    413,
    'The pages of this post have {megabytes} MB; the blog takes {limit} MB for one post.',
    'Part it in two, or give fewer pictures a page of their own.',
  ],
  'list-not-sent': [
    502,
    'The post itself is done, but the list of posts on the blog could not be sent: {fault}',
    'Publish again; the list goes with every post.',
  ],
  'sending-stopped': [409, 'Publishing was stopped: readers have what they had before.', undefined],
  'job-not-found': [404, 'This job is not known here any more.', 'Open the publish sheet again.'],
  'not-published': [409, 'This post is not on the blog.', undefined],
  'elsewhere-unknown': [404, 'No other blog of the name “{name}” is set up.', 'Look at SETROW_OTHER_BLOGS.'],
  'elsewhere-away': [502, '{name} at {url} does not answer.', 'Try again when it does. Nothing was changed.'],
  'elsewhere-silent': [
    502,
    '{name} at {url} took too long to answer, or broke off.',
    'Open the sheet again to see how it stands.',
  ],
  'elsewhere-mute': [
    502,
    'The page at {url} does not say where {name} takes posts.',
    'Look whether that blog speaks Micropub, and at its address in SETROW_OTHER_BLOGS.',
  ],
  'elsewhere-open': [
    502,
    '{name} takes posts at {endpoint}, over a line that anybody can listen to: the token was not sent.',
    'Use an address that begins with https.',
  ],
  'elsewhere-key': [
    502,
    '{name} does not let Set Row in: {fault}.',
    'Have it give out a new token, and put that into SETROW_OTHER_BLOGS.',
  ],
  'elsewhere-scope': [
    502,
    'The token for {name} does not allow it: its scope lacks “{scope}”.',
    'Have that blog give out a token with this scope, and put it into SETROW_OTHER_BLOGS.',
  ],
  'elsewhere-refused': [502, '{name} refused: {fault}.', 'Put right what it names, and try again.'],
  'elsewhere-ill': [502, '{name} could not do it: {fault}.', 'Try again later.'],
  'elsewhere-no-files': [
    422,
    '{name} takes no picture files, and readers do not have them on your own blog yet.',
    'Publish the post on your own blog first: its pictures are shown from there.',
  ],
  'elsewhere-unsure': [
    502,
    'The post was sent to {name}, and no answer came: it may be there.',
    'Look on that blog. Then say at which address it is, or that it is not there.',
  ],
  'elsewhere-not-unsure': [409, 'How the post stands on {name} is known.', 'Open the sheet again.'],
  'elsewhere-not-there': [422, '{name} has no post at this address.', 'Copy the address from the post itself.'],
  'time-over': [422, 'That time is over by now.', 'Choose one that is still to come, or publish at once.'],
  'times-turned': [422, 'The post would be withdrawn before it goes live.', 'Choose a later time for its end.'],
  'live-already': [
    409,
    'Readers have this post already: a set time would take it from them until then.',
    'Update it at once, or withdraw it first.',
  ],
} as const
