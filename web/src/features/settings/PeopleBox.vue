<script setup lang="ts">
import { computed, ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import EntryForm from '@/shared/EntryForm.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import SelectField from '@/shared/SelectField.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import SecretShown from './SecretShown.vue'
import { usePeople } from './queries'
import * as texts from './words'

/** Who belongs to this fishroom, what each did lately, and by an owner: inviting, another role, removing. */
type Role = Schemas['InviteIn']['role']
const session = useSession()
const people = usePeople()
const told = computed(() => people.data.value)
const nameOf = (role: string) => told.value?.roles.find((r) => r.id === role)?.name ?? role

const name = ref('')
const role = ref<Role>('helper')
const made = ref<{ address: string; name: string } | null>(null)
const asked = ref<{ username: string; name: string; role: Role } | null>(null)
const taken = ref('')
const leaving = ref<Schemas['PersonOut'] | null>(null)

const invite = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/people/invitations', {
      params: { path: session.inRoom() },
      body: { write_id, name: name.value, role: role.value },
    }),
  ),
)
const takeBack = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/people/invitations/{invitation_id}/revoke', {
      params: { path: { ...session.inRoom(), invitation_id: taken.value } },
      body: { write_id },
    }),
  ),
)
const change = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/people/{username}/role', {
      params: { path: { ...session.inRoom(), username: asked.value?.username ?? '' } },
      body: { write_id, role: asked.value?.role ?? 'helper' },
    }),
  ),
)
const remove = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/people/{username}/remove', {
      params: { path: { ...session.inRoom(), username: leaving.value?.username ?? '' } },
      body: { write_id },
    }),
  ),
)
async function add() {
  const done = await invite.run()
  if (!done) return
  made.value = { address: `${location.origin}/join#${done.token}`, name: name.value }
  name.value = ''
}
async function takeIt(uid: string) {
  taken.value = uid
  if (await takeBack.run()) made.value = null
}
async function become(person: Schemas['PersonOut'], next: Role) {
  asked.value = { username: person.username, name: person.name, role: next }
  change.forget()
  // one's own role decides what stands here
  if (await change.run()) await session.read()
}
async function away() {
  if (!(await remove.run())) return
  const mine = leaving.value?.me
  leaving.value = null
  if (mine) location.assign('/')
}
</script>

<template>
  <section class="max-w-160 mt-8" aria-label="People">
    <h2 class="block-head">People</h2>
    <ProblemNote :problem="people.error.value" />
    <ul v-if="told" class="rows">
      <li
        v-for="p in told.people"
        :key="p.username"
        class="flex items-center gap-3 min-h-15 phone:flex-wrap phone:py-2 phone:px-0"
        data-testid="person"
      >
        <span class="flex-1 phone:flex-[1_1_100%]"
          ><b>{{ p.name }}</b> <span v-if="p.me" class="small quiet">you</span
          ><span class="small quiet block">{{ p.lately_words }}</span></span
        >
        <template v-if="told.may_change">
          <Select
            :model-value="p.role"
            :options="told.roles"
            option-label="name"
            option-value="id"
            :aria-label="texts.whatDoesHere(p.name)"
            @update:model-value="become(p, $event)"
          />
          <Button label="Remove" severity="secondary" :aria-label="`Remove ${p.name}`" @click="leaving = p" />
        </template>
        <span v-else>{{ nameOf(p.role) }}</span>
      </li>
      <li
        v-for="i in told.invitations"
        :key="i.uid"
        class="flex items-center gap-3 min-h-15 phone:flex-wrap phone:py-2 phone:px-0"
        data-testid="invitation"
      >
        <span class="flex-1 phone:flex-[1_1_100%]"
          ><b>{{ i.name }}</b> <span class="small quiet">invited as {{ nameOf(i.role) }}</span
          ><span class="small quiet block">{{ i.words }}</span></span
        >
        <Button
          v-if="told.may_change"
          :label="texts.TAKE_IT_BACK"
          severity="secondary"
          :aria-label="texts.takeBackTheInvitation(i.name)"
          :loading="takeBack.busy.value && taken === i.uid"
          @click="takeIt(i.uid)"
        />
      </li>
    </ul>
    <ProblemNote :problem="change.problem.value ?? takeBack.problem.value" />
    <dl v-if="told" class="small quiet grid grid-cols-[72px_1fr] gap-y-0.5 gap-x-3 py-3">
      <template v-for="r in told.roles" :key="r.id">
        <dt>{{ r.name }}</dt>
        <dd class="m-0">{{ r.words }}</dd>
      </template>
    </dl>
    <SecretShown
      v-if="made"
      :words="texts.theLinkForShown(made.name)"
      :address="made.address"
      testid="invitation-address"
    />
    <EntryForm
      v-if="told?.may_change"
      label="Make a link"
      :busy="invite.busy.value"
      :problem="invite.problem.value"
      :fields="['name', 'role']"
      testid="invite"
      @save="add"
    >
      <TextField
        v-model="name"
        label="Invite"
        field="name"
        :problem="invite.problem.value"
        :hint="texts.THE_NAME_OF_WHOM"
        maxlength="60"
      />
      <SelectField
        v-model="role"
        label="as"
        field="role"
        :problem="invite.problem.value"
        :options="told.roles"
        option-label="name"
        option-value="id"
      />
    </EntryForm>
    <Dialog v-if="leaving" visible modal :header="`Remove ${leaving.name}`" @update:visible="leaving = null">
      <div class="ask flex flex-wrap gap-3 max-w-105">
        <p class="flex-[1_1_100%]">
          {{
            leaving.me
              ? texts.youComeNoMore(session.room?.name ?? '')
              : texts.comesNoMore(leaving.name, session.room?.name ?? '')
          }}
        </p>
        <ProblemNote class="flex-[1_1_100%]" :problem="remove.problem.value" />
        <Button label="Remove" severity="danger" :loading="remove.busy.value" @click="away" />
        <Button label="Back" severity="secondary" @click="leaving = null" />
      </div>
    </Dialog>
  </section>
</template>
