<label for="password">{{ $label }}</label>
<input id="password" name="password" type="password" required minlength="8" maxlength="128" autocomplete="new-password" aria-describedby="rule{{ $field === 'password' ? ' problem' : '' }}" @if ($field === 'password') aria-invalid="true" @endif {{ ($focus ?? $field === 'password') ? 'autofocus' : '' }}>
@if ($field === 'password')
    <p class="problem" role="alert" id="problem">{{ $problem }}</p>
@endif
<small id="rule">At least 8 characters. Several words are good.</small>
